import { expect, it } from 'vitest'
import type { ReachMap } from '@/api/types'
import { marginAt, reachChart } from './reachChart'

/** A hub at the left: a decibel less in each cell to the right, and metal behind the last. */
const columns = 40
const map: ReachMap = {
  storeyId: 's',
  radioId: 'r',
  acrossM: 2,
  downM: 1,
  cellM: 0.1,
  columns,
  rows: 5,
  marginDb: Array.from({ length: columns * 5 }, (_, i) =>
    i % columns === columns - 1 ? null : 25 - (i % columns),
  ),
}

it('draws a line at each round margin that is there, where it is', () => {
  const { lines } = reachChart(map)
  expect(lines.map((l) => l.db)).toEqual([0, 6, 12, 20])
  for (const { db, points } of lines)
    for (const { acrossM } of points) expect(acrossM).toBeCloseTo(2 + (25.5 - db) * 0.1, 5)
})

it('hatches where little is left, the more closely the less, and behind metal', () => {
  const { hatches } = reachChart(map)
  expect(hatches.map((h) => h.pattern)).toEqual(['sparse', 'dense'])
  const leftOf = (area: string) => Math.min(...[...area.matchAll(/[ML]([\d.]+),/g)].map((m) => Number(m[1])))
  expect(leftOf(hatches[0]!.area)).toBeCloseTo(19.5, 1)
  expect(leftOf(hatches[1]!.area)).toBeCloseTo(25.5, 1)
  expect(reachChart({ ...map, marginDb: map.marginDb.map(() => 60) })).toEqual({ lines: [], hatches: [] })
})

it('is read at a spot', () => {
  expect(marginAt(map, { acrossM: 2.05, downM: 1.05 })).toBe(25)
  expect(marginAt(map, { acrossM: 5.95, downM: 1.05 })).toBe('blocked')
  expect(marginAt(map, { acrossM: 1.9, downM: 1.05 })).toBeNull()
})
