import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import type { CheckedClaim, Plan } from '@/api/types'
import { aboutNothing } from '@/site/meanwhile'
import { claimText, faultsText, rehearsalOf, remedyOf, stepText } from './claims'

const plan = (JSON.parse(readFileSync('../demo/hollin-bank.terrapin.json', 'utf8')) as { plan: Plan }).plan
const claim: CheckedClaim = {
  property: 'closes',
  sensorIds: ['kitchen', 'dairy'],
  ruleId: null,
  stopValveIds: ['main'],
  withinS: 70,
  verdict: 'refuted',
  states: 12,
  leakIds: [],
  faults: [],
  steps: [
    { atS: 0, kind: 'startsIn', sensorId: null, mode: 'asleep', ruleId: null, stopValveIds: [] },
    { atS: 0, kind: 'sensorWet', sensorId: 'dairy', mode: null, ruleId: null, stopValveIds: [] },
    { atS: 80, kind: 'missed', sensorId: 'dairy', mode: null, ruleId: null, stopValveIds: [] },
  ],
}

describe('a claim', () => {
  it('is said with its sensors, its valve and its time', () => {
    expect(claimText(plan, claim)).toBe(
      'Kitchen, under the sink or Dairy, along the wall wet: Pump house closes within 1:10.',
    )
    expect(claimText(plan, { ...claim, withinS: null, sensorIds: ['kitchen'] })).toContain('closes at once.')
    expect(claimText(plan, { ...claim, property: 'fires', ruleId: 'close' })).toBe(
      '“Close at once” can fire.',
    )
  })

  it('that does not hold says what mends it, and when', () => {
    expect(remedyOf(claim)).toBe('Let a rule close for it when asleep.')
    expect(remedyOf({ ...claim, property: 'told' })).toBe('Add somebody who can be reached when asleep.')
    expect(remedyOf({ ...claim, verdict: 'notProved' })).toContain('Round the times')
  })

  it('is told as a story', () => {
    expect(claim.steps.map((s) => stepText(plan, claim, s))).toEqual([
      'Mode: asleep; all is dry',
      'Dairy, along the wall gets wet',
      'Dairy, along the wall is still wet, and nothing closes',
    ])
    expect(
      stepText(plan, claim, {
        ...claim.steps[0]!,
        kind: 'closes',
        ruleId: null,
        sensorId: 'dairy',
        stopValveIds: ['main'],
      }),
    ).toBe('The direct link of Dairy, along the wall closes Pump house')
  })
})

describe('a story as a rehearsal', () => {
  const trip = (leakId: string, sensorId: string, timeS: number | null) => ({
    leakId,
    sensorId,
    timeS,
    volumeM3: { low: 0, high: timeS },
  })
  const known = {
    trips: [
      trip('sink', 'kitchen', 4),
      trip('churn', 'dairy', 9),
      trip('sink', 'dairy', 40),
      trip('far', 'pit', null),
    ],
  } as Parameters<typeof rehearsalOf>[2]
  const step = (
    atS: number,
    kind: CheckedClaim['steps'][number]['kind'],
    about: Partial<CheckedClaim['steps'][number]> = {},
  ) => ({ atS, kind, sensorId: null, mode: null, ruleId: null, stopValveIds: [], ...about })
  const story = (...steps: CheckedClaim['steps']) => rehearsalOf(plan, { ...claim, steps }, known)

  it('begins with the leak that the sensor knows of first, and lets the rest happen when it did', () => {
    expect(rehearsalOf(plan, claim, known)).toEqual({
      leakId: 'churn',
      mode: 'asleep',
      faults: [],
      meanwhile: [],
    })
    expect(
      story(
        step(0, 'startsIn', { mode: 'home' }),
        step(5, 'modeBecomes', { mode: 'away' }),
        step(7, 'sensorWet', { sensorId: 'dairy' }),
        step(10, 'modeBecomes', { mode: 'home' }),
        step(20, 'sensorWet', { sensorId: 'kitchen' }),
      ),
    ).toEqual({
      leakId: 'churn',
      mode: 'away',
      faults: [],
      meanwhile: [
        { ...aboutNothing, atS: 12, kind: 'modeBecomes', mode: 'home' },
        { ...aboutNothing, atS: 18, kind: 'leakStarts', leakId: 'sink' },
      ],
    })
  })

  it('of a fault is the leak with that fault', () => {
    const survives = {
      ...claim,
      property: 'survivesFaults' as const,
      sensorIds: [],
      leakIds: ['sink-hose'],
      faults: ['hubFailed' as const, 'sensorDead' as const],
      steps: [
        step(0, 'startsIn', { mode: 'home' }),
        step(0, 'breaks', { fault: 'hubFailed' }),
        step(0, 'missed'),
      ],
    }
    expect(rehearsalOf(plan, survives, known)).toEqual({
      leakId: 'sink-hose',
      mode: 'home',
      faults: ['hubFailed'],
      meanwhile: [],
    })
    expect(faultsText(survives)).toBe('the hub is dead; the sensor that knows first died without a sign')
    expect(stepText(plan, survives, survives.steps[1]!)).toBe('The hub is dead')
    expect(stepText(plan, survives, survives.steps[2]!)).toMatch(/runs on$/)
    expect(claimText(plan, survives)).toMatch(/no single fault that is there from the first drop/)
    expect(remedyOf(survives)).toMatch(/second way to close/)
  })

  it('begins so that it is wet at the hour that the story is of', () => {
    const begins = step(0, 'startsIn', { mode: 'home', atMin: 1320 })
    const wet = step(7, 'sensorWet', { sensorId: 'dairy' })
    const at = (min: number) => [{ ...aboutNothing, atS: 9, kind: 'timeIs', min }]
    expect(story(begins, wet)?.meanwhile).toEqual(at(1320))
    expect(story(begins, step(7, 'hourComes', { atMin: 360 }), wet)?.meanwhile).toEqual(at(360))
    expect(story(begins, wet, step(7, 'hourComes', { atMin: 360 }))).toBeNull()
    expect(stepText(plan, claim, begins)).toBe('Mode: home, 22:00; all is dry')
    expect(stepText(plan, claim, step(7, 'hourComes', { atMin: 365 }))).toBe('It becomes 6:05')
  })

  it('is none where a rehearsal cannot show it', () => {
    const begins = step(0, 'startsIn', { mode: 'home' })
    const wet = step(0, 'sensorWet', { sensorId: 'dairy' })
    expect(story(begins, wet, step(1, 'sensorDry', { sensorId: 'dairy' }))).toBeNull()
    expect(story(begins, step(0, 'valveOpened', { stopValveIds: ['main'] }), wet)).toBeNull()
    expect(story(begins, wet, step(90, 'valveOpened', { stopValveIds: ['main'] }))?.meanwhile).toEqual([
      { ...aboutNothing, atS: 99, kind: 'valveOpened', stopValveId: 'main' },
    ])
    expect(story(begins, step(0, 'sensorWet', { sensorId: 'pit' }))).toBeNull()
    expect(story(begins)).toBeNull()
    // The second leak would have to begin before the first.
    expect(
      story(
        begins,
        step(0, 'sensorWet', { sensorId: 'kitchen' }),
        step(1, 'sensorWet', { sensorId: 'dairy' }),
      ),
    ).toBeNull()
    const shut = structuredClone(plan)
    shut.installation.rules[0]!.trigger = 'modeComes'
    expect(rehearsalOf(shut, claim, known)).toBeNull()
  })
})
