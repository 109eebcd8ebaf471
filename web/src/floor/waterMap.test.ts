import { describe, expect, it } from 'vitest'
import type { FloorMapSheet } from '@/api/types'
import { bandsMl, chart, doubtOf, hasDoubt, readAt, spreadOf } from './waterMap'

const COLUMNS = 102
const CELL_M = 0.05
const ML_PER_M2 = 8577 // a circle of a 60° film

/** A floor of 5 by 5 m with a leak in its middle, and a border where none is. */
const floor: FloorMapSheet = {
  storeyId: 'ground',
  acrossM: -CELL_M,
  downM: -CELL_M,
  cellM: CELL_M,
  columns: COLUMNS,
  rows: COLUMNS,
  leaks: [],
  leastMillilitres: [],
  millilitres: Array.from({ length: COLUMNS * COLUMNS }, (_, cell) => {
    const [column, row] = [cell % COLUMNS, Math.floor(cell / COLUMNS)]
    if (column % (COLUMNS - 1) === 0 || row % (COLUMNS - 1) === 0) return -2
    const [x, y] = [(column - 50.5) * CELL_M, (row - 50.5) * CELL_M]
    return Math.round(ML_PER_M2 * (x * x + y * y))
  }),
}

describe('the chart of the water', () => {
  it('draws an isoline at each round figure, where so many litres are out', () => {
    const { isolines } = chart(floor, bandsMl.metric)
    expect(isolines.map((i) => i.ml)).toEqual(bandsMl.metric.filter((ml) => ml < 110_000))
    for (const { ml, points } of isolines.filter((i) => i.ml <= 20_000)) {
      expect(points.length).toBeGreaterThan(8)
      for (const at of points)
        expect(Math.hypot(at.acrossM - 2.5, at.downM - 2.5)).toBeCloseTo(Math.sqrt(ml / ML_PER_M2), 1)
    }
  })

  it('has a band between each two, and one beyond the last', () => {
    const { bands } = chart(floor, bandsMl.metric)
    expect(bands.map((b) => b.band)).toEqual([...bandsMl.metric.keys(), bandsMl.metric.length])
    expect(bands.every((b) => b.area.startsWith('M'))).toBe(true)
  })

  it('puts no figure by what bounds the floor', () => {
    for (const { points } of chart(floor, bandsMl.metric).isolines)
      for (const at of points) {
        expect(Math.min(at.acrossM, 5 - at.acrossM)).toBeGreaterThan(0.19)
        expect(Math.min(at.downM, 5 - at.downM)).toBeGreaterThan(0.14)
      }
  })

  it('marks the floor that water may come to or not, and no other', () => {
    expect([hasDoubt(floor), doubtOf(floor)]).toEqual([false, ''])
    // Beyond a threshold that nobody measured, in the right half.
    const right = (cell: number) => cell % COLUMNS > 51
    const doubtful = {
      ...floor,
      leastMillilitres: floor.millilitres,
      millilitres: floor.millilitres.map((ml, cell) => (ml >= 0 && right(cell) ? -1 : ml)),
    }
    expect(hasDoubt(doubtful)).toBe(true)
    const columns = doubtOf(doubtful)
      .split(/[MLZ]/)
      .filter(Boolean)
      .map((p) => Number(p.split(',')[0]))
    expect([Math.min(...columns), Math.max(...columns)]).toEqual([52, COLUMNS - 1])
    // Where it never comes, or no floor is, nothing is in doubt.
    const never = { ...doubtful, leastMillilitres: doubtful.millilitres }
    expect([hasDoubt(never), doubtOf(never)]).toEqual([false, ''])
  })

  it('shows nothing wet before the first drop, and more with every litre', () => {
    const wetAt = spreadOf(floor)
    const reach = (ml: number) =>
      Math.max(
        0,
        ...wetAt(ml)
          .split(/[MLZ]/)
          .map((p) => Math.abs(Number(p.split(',')[0] || 51) - 51)),
      )
    expect(reach(-1)).toBe(0)
    expect(reach(2000)).toBeGreaterThan(reach(1000))
    expect(reach(1000)).toBeCloseTo(Math.sqrt(1000 / ML_PER_M2) / CELL_M, 0)
  })

  it('is read at a place, and not outside the floor', () => {
    expect(readAt([floor], 2.51, 2.51)?.millilitres).toBeLessThan(50)
    expect(readAt([floor], -0.02, 2)).toBeNull()
    expect(readAt([floor], 9, 9)).toBeNull()
  })

  it('is read on whichever group of rooms the place lies, at both ends of what is not known', () => {
    const apart: FloorMapSheet = {
      ...floor,
      acrossM: 20,
      leastMillilitres: floor.millilitres.map((ml) => (ml > 0 ? Math.round(ml / 2) : ml)),
      millilitres: floor.millilitres.map((ml) => (ml > 40_000 ? -1 : ml)),
    }
    const near = readAt([floor, apart], 20 + 1.5, 2.5)!
    expect(near.least).toBeGreaterThan(0)
    expect(near.least).toBeLessThan(near.millilitres)
    const far = readAt([floor, apart], 20 + 0.1, 0.1)!
    expect(far.millilitres).toBe(-1)
    expect(far.least).toBeGreaterThan(0)
    expect(readAt([floor], 1.5, 2.5)).toMatchObject({ least: readAt([floor], 1.5, 2.5)!.millilitres })
  })
})
