import type { GridCell, RuleGrid } from '@/api/types'

/** Sensors that act alike in every mode, as one row. */
export interface GridGroup {
  sensorIds: string[]
  /** One a mode; litres of the worst of them. */
  cells: GridCell[]
}

/** What makes two cells alike: what is done, by whom, and when to the second. */
const signOf = (cell: GridCell) =>
  [cell.action, cell.ruleId ?? '', cell.startsAfterS == null ? '' : Math.round(cell.startsAfterS)].join()

const worse = (a: GridCell, b: GridCell): GridCell => {
  if (a.endless !== b.endless) return a.endless ? a : b
  return (b.lostM3 ?? 0) > (a.lostM3 ?? 0) ? b : a
}

const weight = (group: GridGroup) => Math.max(...group.cells.map((c) => (c.endless ? 1e9 : (c.lostM3 ?? 0))))

/** Folds rows that act alike into one, the worst first. */
export function groupRows({ rows }: RuleGrid): GridGroup[] {
  const groups = new Map<string, GridGroup>()
  for (const { sensorId, cells } of rows) {
    const sign = cells.map(signOf).join(';')
    const group = groups.get(sign)
    if (!group) groups.set(sign, { sensorIds: [sensorId], cells: [...cells] })
    else {
      group.sensorIds.push(sensorId)
      group.cells = group.cells.map((cell, i) => worse(cell, cells[i]!))
    }
  }
  return [...groups.values()].sort((a, b) => weight(b) - weight(a))
}

/** How long a bar is, 0 to 1: litres on one scale for the whole grid. */
export const barOf = (lostM3: number, groups: GridGroup[]): number => {
  const most = Math.max(1e-6, ...groups.flatMap((g) => g.cells.map((c) => c.lostM3 ?? 0)))
  return lostM3 / most
}
