import { describe, expect, it } from 'vitest'
import type { GridCell, RuleGrid } from '@/api/types'
import { barOf, groupRows } from './gridRows'

const closes = (afterS: number, litres: number, ruleId = 'r'): GridCell => ({
  action: 'closes',
  ruleId,
  startsAfterS: afterS,
  lostM3: litres / 1000,
  endless: false,
  leakId: 'x',
})
const nothing: GridCell = { action: 'nothing', endless: true, leakId: 'x' }
const grid: RuleGrid = {
  modes: ['home', 'away'],
  rows: [
    { sensorId: 'a', cells: [closes(71.1, 8), closes(6.1, 4)] },
    { sensorId: 'b', cells: [closes(71.2, 24), closes(6.1, 2)] },
    { sensorId: 'c', cells: [closes(71.1, 90, 'other'), closes(6.1, 5)] },
    { sensorId: 'd', cells: [nothing, nothing] },
  ],
}

describe('the grid of rules', () => {
  it('folds sensors that act alike, with the worst litres of each mode', () => {
    const groups = groupRows(grid)
    expect(groups.map((g) => g.sensorIds)).toEqual([['d'], ['c'], ['a', 'b']])
    expect(groups[2]!.cells.map((c) => c.lostM3)).toEqual([0.024, 0.004])
  })

  it('draws all bars on one scale', () => {
    const groups = groupRows(grid)
    expect(barOf(0.09, groups)).toBe(1)
    expect(barOf(0.024, groups)).toBeCloseTo(0.267, 2)
  })
})
