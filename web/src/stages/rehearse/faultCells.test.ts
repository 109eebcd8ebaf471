import { describe, expect, it } from 'vitest'
import type { FaultCell, FaultMatrix } from '@/api/types'
import { arrange, fillOf } from './faultCells'

const ends = (litres: number): FaultCell => ({
  outcome: 'closes',
  cause: null,
  lostM3: litres / 1000,
  stopsAfterS: 9,
})
const runs: FaultCell = { outcome: 'nothing', cause: 'hubDead', lostM3: null, stopsAfterS: null }

const matrix: FaultMatrix = {
  faults: ['mainsFailed', 'hubFailed'],
  rehearsals: 12,
  rows: [
    { leakId: 'a', mode: 'home', cells: [ends(5), ends(5), ends(6)] },
    { leakId: 'a', mode: 'away', cells: [ends(5), ends(5), ends(6)] },
    { leakId: 'b', mode: 'home', cells: [ends(9), ends(9), runs] },
    { leakId: 'b', mode: 'away', cells: [ends(9), ends(9), runs] },
    { leakId: 'c', mode: 'home', cells: [ends(40), ends(9), runs] },
    { leakId: 'c', mode: 'away', cells: [runs, runs, runs] },
  ],
}

describe('the matrix of faults', () => {
  it('puts the worst fault first, after nothing broken', () => {
    expect(arrange(matrix).columns.map((c) => [c.fault, c.runOn])).toEqual([
      [null, 1],
      ['hubFailed', 4],
      ['mainsFailed', 1],
    ])
  })

  it('puts the worst leak first, and modes that agree into one block', () => {
    const { blocks, safe, leaks } = arrange(matrix)
    expect(blocks.map((b) => b.modes)).toEqual([['home'], ['away']])
    expect(blocks[0]!.rows.map((r) => r.leakId)).toEqual(['c', 'b', 'a'])
    expect([safe, leaks]).toEqual([1, 3])
    const alike = { ...matrix, rows: matrix.rows.filter((r) => r.leakId !== 'c') }
    expect(arrange(alike).blocks.map((b) => b.modes)).toEqual([['home', 'away']])
  })

  it('fills a cell by litres on one logarithmic scale', () => {
    expect(fillOf(1)).toBe(1)
    expect(fillOf(0.1)).toBeCloseTo(2 / 3)
    expect(fillOf(0.01)).toBeCloseTo(1 / 3)
    expect(fillOf(0.0001)).toBeGreaterThan(0)
    expect(fillOf(50)).toBe(1)
  })
})
