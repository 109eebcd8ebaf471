import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import type { CheckedClaim, Plan } from '@/api/types'
import { claimText, faultsText, remedyOf, stepText } from './claims'

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

const step = (
  atS: number,
  kind: CheckedClaim['steps'][number]['kind'],
  about: Partial<CheckedClaim['steps'][number]> = {},
) => ({ atS, kind, sensorId: null, mode: null, ruleId: null, stopValveIds: [], ...about })

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

  it('of faults names them, and what mends it', () => {
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
    expect(faultsText(survives)).toBe('the hub is dead; the sensor that knows first died without a sign')
    expect(stepText(plan, survives, survives.steps[1]!)).toBe('The hub is dead')
    expect(stepText(plan, survives, survives.steps[2]!)).toMatch(/runs on$/)
    expect(claimText(plan, survives)).toMatch(/no single fault leaves it running/)
    const later = {
      ...survives,
      faults: [],
      laterFaults: ['mainsFailed' as const],
      steps: [
        step(0, 'startsIn', { mode: 'home' }),
        step(12, 'breaks', { fault: 'mainsFailed' }),
        step(600, 'worksAgain', { fault: 'mainsFailed' }),
      ],
    }
    expect(faultsText(later)).toBe('the mains, broken or back later')
    expect(later.steps.slice(1).map((s) => stepText(plan, later, s))).toEqual([
      'The mains: breaks',
      'The mains: works again',
    ])
    expect(remedyOf(survives)).toMatch(/second way to close/)
  })

  it('of hours says them', () => {
    expect(stepText(plan, claim, step(0, 'startsIn', { mode: 'home', atMin: 1320 }))).toBe(
      'Mode: home, 22:00; all is dry',
    )
    expect(stepText(plan, claim, step(7, 'hourComes', { atMin: 365 }))).toBe('It becomes 6:05')
  })
})
