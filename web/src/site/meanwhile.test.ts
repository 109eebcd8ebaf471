import { describe, expect, it } from 'vitest'
import type { Meanwhile, Plan } from '@/api/types'
import {
  aboutNothing,
  addable,
  breakable,
  brokenBy,
  newStep,
  otherLeaks,
  readMeanwhile,
  rehearsalQuery,
  withLeak,
  withoutStep,
  writeMeanwhile,
} from './meanwhile'

const plan = {
  building: { rooms: [{ leaks: [{ id: 'hose' }, { id: 'basin' }] }, { leaks: [{ id: 'wc' }] }] },
  installation: {
    buttons: [{ id: 'door', name: 'By the door' }],
    drives: [{ id: 'd', stopValveId: 'main' }],
    rules: [{ id: 'close', hold: 'untilReset' }],
    sensors: [{ id: 'puck', name: 'Puck' }],
  },
} as unknown as Plan
const none = aboutNothing
const asked = { leakId: 'hose', mode: 'home', faults: [], meanwhile: [] as Meanwhile[] } as const
const steps: Meanwhile[] = [
  { ...none, atS: 60, kind: 'modeBecomes', mode: 'away' },
  { ...none, atS: 90.5, kind: 'wipedUp' },
  { ...none, atS: 30, kind: 'leakStarts', leakId: 'basin' },
  { ...none, atS: 20, kind: 'buttonPressed', buttonId: 'door' },
  { ...none, atS: 200, kind: 'valveOpened', stopValveId: 'main' },
  { ...none, atS: 150, kind: 'reset' },
  { ...none, atS: 40, kind: 'getsCold', sensorId: 'puck', celsius: -2.5 },
  { ...none, atS: 0, kind: 'timeIs', min: 0 },
  { ...none, atS: 70, kind: 'leakEnds', leakId: 'basin' },
  { ...none, atS: 71, kind: 'wipedUp', leakId: 'basin' },
  { ...none, atS: 80, kind: 'breaks', fault: 'hubFailed' },
  { ...none, atS: 95, kind: 'worksAgain', fault: 'hubFailed' },
]

describe('what happens meanwhile', () => {
  it('stands in an address and is read back', () => {
    const text = writeMeanwhile(steps)
    expect(text).toBe(
      'modeBecomes:away@60,wipedUp@90.5,leakStarts:basin@30,buttonPressed:door@20,valveOpened:main@200,reset@150,getsCold:puck/-2.5@40,timeIs:0@0,leakEnds:basin@70,wipedUp:basin@71,breaks:hubFailed@80,worksAgain:hubFailed@95',
    )
    expect(readMeanwhile(text, plan)).toEqual(steps)
    expect(rehearsalQuery({ ...asked, faults: ['hubFailed'], meanwhile: steps.slice(1, 2) })).toEqual({
      leak: 'hose',
      mode: 'home',
      faults: 'hubFailed',
      meanwhile: 'wipedUp@90.5',
    })
    expect(rehearsalQuery({ ...asked, faults: [] })).toEqual({ leak: 'hose', mode: 'home' })
  })

  it.each([
    '',
    'rain@5',
    'wipedUp',
    'wipedUp@',
    'modeBecomes@5',
    'modeBecomes:gone@5',
    'leakStarts:attic@5',
    'wipedUp:attic@5',
    'breaks@5',
    'breaks:driveStalls@5',
    'worksAgain:nothing@5',
    'valveOpened:gone@5',
    'getsCold:gone/-2@5',
    'getsCold:puck@5',
    'timeIs@5',
    'timeIs:1440@5',
  ])('leaves out what it cannot read or the plan has not: %s', (text) =>
    expect(readMeanwhile(text, plan)).toEqual([]),
  )

  it('offers a leak that does not run yet, another mode, and buttons where there are any', () => {
    expect(otherLeaks(plan, 'hose', steps)).toEqual(['wc'])
    expect(newStep('leakStarts', 12, plan, { ...asked, faults: [], meanwhile: steps }).leakId).toBe('wc')
    expect(newStep('modeBecomes', 12, plan, { ...asked, faults: [] }).mode).toBe('away')
    expect(newStep('buttonPressed', 12, plan, { ...asked, faults: [] })).toMatchObject({
      buttonId: 'door',
      atS: 12,
    })
    const all = [...steps, { ...none, atS: 1, kind: 'leakStarts' as const, leakId: 'wc' }]
    expect(addable('leakStarts', plan, { ...asked, faults: [], meanwhile: all })).toBe(false)
    expect(newStep('valveOpened', 12, plan, { ...asked, faults: [] }).stopValveId).toBe('main')
    const bare = { ...plan, installation: { drives: [], rules: [{ id: 'close' }] } } as unknown as Plan
    for (const kind of ['buttonPressed', 'valveOpened', 'reset'] as const)
      expect([
        addable(kind, plan, { ...asked, faults: [] }),
        addable(kind, bare, { ...asked, faults: [] }),
      ]).toEqual([true, false])
  })

  it('takes out with a leak what ends or wipes it, and changes them with it', () => {
    expect(withoutStep(steps, 2).map((s) => s.kind)).toEqual([
      'modeBecomes',
      'wipedUp',
      'buttonPressed',
      'valveOpened',
      'reset',
      'getsCold',
      'timeIs',
      'breaks',
      'worksAgain',
    ])
    expect(withoutStep(steps, 1)).toEqual(steps.filter((_, i) => i !== 1))
    const changed = withLeak(steps, 'basin', 'wc')
    expect(changed.flatMap((s) => s.leakId ?? [])).toEqual(['wc', 'wc', 'wc'])
    expect(changed[1]).toEqual(steps[1])
  })

  it('lets break what is not broken, and work again what is', () => {
    const ask = { ...asked, faults: [] }
    expect(addable('worksAgain', plan, ask)).toBe(false)
    expect(newStep('breaks', 12, plan, ask)).toMatchObject({ atS: 12, fault: 'mainsFailed' })
    expect(newStep('breaks', 12, plan, { ...ask, faults: ['mainsFailed'] }).fault).toBe('internetFailed')
    const cut = { ...ask, faults: ['mainsFailed' as const, 'driveStalls' as const] }
    expect(addable('worksAgain', plan, cut)).toBe(true)
    expect(newStep('worksAgain', 12, plan, cut).fault).toBe('mainsFailed')
    expect(brokenBy(cut.faults, steps)).toEqual(['mainsFailed', 'hubFailed'])
    expect(breakable(cut.faults)).not.toContain('driveStalls')
  })

  it('offers the cold and the time of day where a rule looks at them, the time once', () => {
    const looking = structuredClone(plan)
    expect([
      addable('getsCold', plan, { ...asked, faults: [] }),
      addable('timeIs', plan, { ...asked, faults: [] }),
    ]).toEqual([false, false])
    looking.installation.rules = [
      { id: 'cold', trigger: 'sensorCold' },
      { id: 'night', hours: { fromMin: 1320, untilMin: 360 } },
    ] as never
    const ask = { ...asked, faults: [] }
    expect(addable('getsCold', looking, ask)).toBe(true)
    expect(newStep('getsCold', 60, looking, ask)).toMatchObject({ atS: 60, sensorId: 'puck', celsius: -2 })
    const time = newStep('timeIs', 60, looking, ask)
    expect(time).toMatchObject({ atS: 0, min: 1320 })
    expect(addable('timeIs', looking, { ...ask, meanwhile: [time] })).toBe(false)
  })
})
