import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import type { CheckedClaim, Plan } from '@/api/types'
import { claimText, concerns, faultsText, remedyOf, severityOf, stepText, worstOf } from './claims'

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
    expect(faultsText(later)).toBe('the power, broken or back later')
    expect(later.steps.slice(1).map((s) => stepText(plan, later, s))).toEqual([
      'The power: breaks',
      'The power: works again',
    ])
    expect(remedyOf(survives)).toMatch(/second way to close/)
  })

  it('of a rule that opens is told with what begins and ends', () => {
    const undone = {
      ...claim,
      property: 'leavesClosed' as const,
      sensorIds: [],
      ruleId: 'close',
      steps: [
        step(0, 'begins', { trigger: 'mainsFails' }),
        step(30, 'begins', { trigger: 'buttonPressed', buttonId: 'gone' }),
        step(40, 'ends', { trigger: 'mainsFails' }),
        step(50, 'begins', { trigger: 'timeComes', atMin: 360 }),
        step(55, 'begins', { trigger: 'sensorCold', sensorId: 'dairy' }),
        step(56, 'begins', { trigger: 'valveMoved', stopValveIds: ['main'] }),
        step(57, 'begins', { trigger: 'valveFails', stopValveIds: ['main'] }),
        step(58, 'resets'),
        step(60, 'opens', { ruleId: 'close', stopValveIds: ['main'] }),
      ],
    }
    expect(undone.steps.map((s) => stepText(plan, undone, s))).toEqual([
      'The power fails',
      'A button: pressed',
      'The power fails: over',
      'It is 6:00',
      'Dairy, along the wall gets cold',
      'Somebody turns Pump house by hand',
      'Pump house does not reach its end',
      'Somebody resets what holds until then',
      '“Close at once” opens Pump house',
    ])
    expect(claimText(plan, undone)).toMatch(/^“Close at once” never opens Pump house just after/)
    expect(remedyOf(undone)).toMatch(/^Let this rule drop its opening/)
    expect(claimText(plan, { ...undone, property: 'opensOnlyDry' })).toMatch(/while a sensor is wet/)
    expect(remedyOf({ ...undone, property: 'opensOnlyDry' })).toMatch(/^Take this rule out/)
  })

  it('is about the rules that close or tell for its sensors, and weighs by what it claims', () => {
    const rule = plan.installation.rules[0]!
    expect(concerns(plan, rule, claim)).toBe(true)
    expect(concerns(plan, { ...rule, sensorIds: [], allBut: false }, claim)).toBe(false)
    const tells = { ...rule, action: 'tellOnly' as const }
    expect([claim, { ...claim, property: 'told' as const }].map((c) => concerns(plan, tells, c))).toEqual([
      false,
      true,
    ])
    expect(concerns(plan, { ...rule, trigger: 'mainsFails' }, claim)).toBe(false)
    expect(concerns(plan, rule, { ...claim, sensorIds: [], ruleId: rule.id })).toBe(true)
    expect(worstOf([])).toBeUndefined()
    const byHand = severityOf({ ...claim, property: 'closesAfterHand' })
    expect([worstOf([byHand]), worstOf([byHand, severityOf(claim)])]).toEqual(['caution', 'stop'])
  })

  it('of hours says them', () => {
    expect(stepText(plan, claim, step(0, 'startsIn', { mode: 'home', atMin: 1320 }))).toBe(
      'Mode: home, 22:00; all is dry',
    )
    expect(stepText(plan, claim, step(7, 'hourComes', { atMin: 365 }))).toBe('It becomes 6:05')
  })
})
