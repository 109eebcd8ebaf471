import { describe, expect, it } from 'vitest'
import type { Rehearsed } from '@/api/types'
import {
  curveUntil,
  lanesOf,
  lastOf,
  MARK_PX,
  onFloorAt,
  outAt,
  standsShortAt,
  turnedAt,
  wetAt,
} from './moment'

const events: Rehearsed['events'] = [
  { timeS: 0, kind: 'firstDrop', volumeM3: 0 },
  { timeS: 20, kind: 'sensorWet', volumeM3: 0.01, sensorId: 'a' },
  { timeS: 21, kind: 'hubKnows', volumeM3: 0.0105, sensorId: 'a' },
  { timeS: 26, kind: 'told', volumeM3: 0.013, ruleId: 'r' },
  { timeS: 46, kind: 'closingOrdered', volumeM3: 0.023, ruleId: 'r' },
  { timeS: 47, kind: 'valveMoves', volumeM3: 0.0235 },
  { timeS: 50, kind: 'sensorWet', volumeM3: 0.025, sensorId: 'b' },
  { timeS: 57, kind: 'flowStops', volumeM3: 0.026 },
]

describe('a rehearsal at one moment', () => {
  it('reads what is out off the curve, and no more than its end', () => {
    const curve = [
      { timeS: 0, volumeM3: 0 },
      { timeS: 10, volumeM3: 0.005 },
      { timeS: 10, volumeM3: 0.006 },
      { timeS: 30, volumeM3: 0.016 },
    ]
    expect(outAt(curve, 0)).toBe(0)
    expect(outAt(curve, 5)).toBeCloseTo(0.0025)
    expect(outAt(curve, 20)).toBeCloseTo(0.011)
    expect(outAt(curve, 99)).toBe(0.016)
  })

  it('cuts another curve off at a time, or draws it on with what runs on', () => {
    const curve = [
      { timeS: 0, volumeM3: 0 },
      { timeS: 10, volumeM3: 0.005 },
    ]
    expect(curveUntil({ curve, endless: false, residualM3PerS: 0 }, 4).at(-1)!.volumeM3).toBeCloseTo(0.002)
    expect(curveUntil({ curve, endless: false, residualM3PerS: 0 }, 4)).toHaveLength(2)
    expect(curveUntil({ curve, endless: false, residualM3PerS: 0 }, 30).at(-1)!.volumeM3).toBe(0.005)
    expect(curveUntil({ curve, endless: true, residualM3PerS: 1e-4 }, 30).at(-1)!.volumeM3).toBeCloseTo(0.007)
    expect(curveUntil({ curve, endless: true, residualM3PerS: null }, 30).at(-1)!.volumeM3).toBe(0.005)
    // What drains at the end is a step, and stays in sight.
    const drained = [...curve, { timeS: 10, volumeM3: 0.007 }]
    expect(curveUntil({ curve: drained, endless: false, residualM3PerS: 0 }, 10)).toEqual(drained)
    expect(curveUntil({ curve: drained, endless: false, residualM3PerS: 0 }, 30).at(-1)!.volumeM3).toBe(0.007)
  })

  it('knows which sensors are wet, and how far the handle has turned', () => {
    expect([...wetAt(events, 19)]).toEqual([])
    expect([...wetAt(events, 20)]).toEqual(['a'])
    expect([...wetAt(events, 60)]).toEqual(['a', 'b'])
    expect(turnedAt(events, 47)).toBe(0)
    expect(turnedAt(events, 52)).toBeCloseTo(0.5)
    expect(turnedAt(events, 90)).toBe(1)
    expect(turnedAt(events.slice(0, 4), 90)).toBe(0)
  })

  it('puts each event on its lane, and no two marks touch', () => {
    const rehearsed = { events } as Rehearsed
    for (const scale of [0.1, 1, 4, 12]) {
      const lanes = lanesOf(rehearsed, (s) => s * scale, 60)
      expect(lanes.flatMap((l) => l.marks.flatMap((m) => m.events)).sort()).toEqual([1, 2, 3, 4, 5, 6, 7])
      for (const { marks } of lanes)
        for (let i = 1; i < marks.length; i++)
          expect(marks[i]!.x - marks[i - 1]!.x).toBeGreaterThanOrEqual(MARK_PX)
    }
    const [sensors, radio, rules, valve, people] = lanesOf(rehearsed, (s) => s, 60)
    expect(sensors!.stretches).toEqual([{ fromS: 20, toS: 60 }])
    expect(radio!.stretches).toEqual([{ fromS: 20, toS: 21 }])
    expect(rules!.stretches).toEqual([{ fromS: 21, toS: 46 }])
    expect(valve!.stretches).toEqual([{ fromS: 47, toS: 57 }])
    expect(people!.stretches).toEqual([{ fromS: 26, toS: 60 }])
  })

  it('knows what is wiped up, what is dry again, and a valve that stood shut', () => {
    const wiped: Rehearsed['events'] = [
      ...events.slice(0, 3),
      { timeS: 24, kind: 'wipedUp', volumeM3: 0.012 },
      { timeS: 30, kind: 'sensorDry', volumeM3: 0.015, sensorId: 'a' },
      ...events.slice(4),
      { timeS: 35, kind: 'wipedUp', volumeM3: 0.0175, leakId: 'another' },
      { timeS: 90, kind: 'modeBecomes', volumeM3: 0.026, mode: 'away' },
    ]
    const curve = [
      { timeS: 0, volumeM3: 0 },
      { timeS: 60, volumeM3: 0.03 },
    ]
    expect(onFloorAt({ curve, events: wiped }, 20)).toBeCloseTo(0.01)
    expect(onFloorAt({ curve, events: wiped }, 40)).toBeCloseTo(0.008)
    expect([...wetAt(wiped, 25)]).toEqual(['a'])
    expect([...wetAt(wiped, 40)]).toEqual([])
    expect([...wetAt(wiped, 60)]).toEqual(['b'])
    expect(lastOf({ curve, events: wiped })).toBe(90)
    expect(lastOf({ curve, events })).toBe(60)
    const lanes = lanesOf({ events: wiped } as Rehearsed, (s) => s * 10, 90)
    expect(lanes[0]!.stretches).toEqual([
      { fromS: 20, toS: 30 },
      { fromS: 50, toS: 90 },
    ])
    expect(lanes[4]!.marks.flatMap((m) => m.events)).toHaveLength(3)
    const late = { timeS: 3800, kind: 'hubKnows' as const, volumeM3: 0.026, sensorId: 'a' }
    expect(lanesOf({ events: [...events, late] } as Rehearsed, (s) => s * 10, 60)).toEqual(
      lanesOf({ events } as Rehearsed, (s) => s * 10, 60),
    )
    expect(turnedAt([{ timeS: 0, kind: 'stoodShut', volumeM3: 0, ruleId: 'r' }], 0)).toBe(1)
  })
})

describe('a valve that is opened again', () => {
  const at = (timeS: number, kind: Rehearsed['events'][number]['kind']) => ({ timeS, kind, volumeM3: 0 })
  const events = [
    at(10, 'valveMoves'),
    at(14, 'flowStops'),
    at(100, 'valveOpens'),
    at(130, 'valveMoves'),
    at(134, 'flowStops'),
  ]

  it('stands open from then on, until it is turned shut once more', () => {
    expect([5, 12, 50, 100, 129, 132, 200].map((timeS) => turnedAt(events, timeS))).toEqual([
      0, 0.5, 1, 0, 0, 0.5, 1,
    ])
    expect([50, 150].map((timeS) => turnedAt([at(0, 'stoodShut'), at(100, 'valveOpens')], timeS))).toEqual([
      1, 0,
    ])
  })

  it('stands where it is caught, and goes on from there', () => {
    const caught = [at(10, 'valveMoves'), { ...at(16, 'valveStopsShort'), angleDeg: 45 }]
    const again = [...caught, at(60, 'valveMoves'), at(66, 'flowStops')]
    expect([13, 16, 50].map((timeS) => turnedAt(caught, timeS))).toEqual([0.25, 0.5, 0.5])
    expect([13, 40, 63, 70].map((timeS) => turnedAt(again, timeS))).toEqual([0.25, 0.5, 0.75, 1])
    expect([13, 16, 50, 61, 70].map((timeS) => standsShortAt(again, timeS))).toEqual([
      false,
      true,
      true,
      false,
      false,
    ])
  })

  it('has a stretch for each message of a sensor that gets wet twice', () => {
    const heard = [
      { ...at(20, 'sensorWet'), sensorId: 'a' },
      { ...at(21, 'hubKnows'), sensorId: 'a' },
      { ...at(90, 'sensorDry'), sensorId: 'a' },
      { ...at(220, 'sensorWet'), sensorId: 'a' },
      { ...at(221, 'hubKnows'), sensorId: 'a' },
    ]
    const lanes = lanesOf({ events: heard } as Rehearsed, (timeS) => timeS, 300)
    expect(lanes.find((lane) => lane.name === 'radio')?.stretches).toEqual([
      { fromS: 20, toS: 21 },
      { fromS: 220, toS: 221 },
    ])
  })

  it('has a stretch for each stroke on its lane', () => {
    const valve = lanesOf({ events } as Rehearsed, (timeS) => timeS, 300).find(
      (lane) => lane.name === 'valve',
    )
    expect(valve?.stretches).toEqual([
      { fromS: 10, toS: 14 },
      { fromS: 130, toS: 134 },
    ])
  })
})
