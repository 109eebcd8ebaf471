import type { Fault, FaultCell, FaultMatrix, Mode } from '@/api/types'

/** How full a cell is drawn: litres on one logarithmic scale, from one litre to a thousand. */
export const fillOf = (lostM3: number): number =>
  Math.min(1, Math.max(0.06, Math.log10(Math.max(1e-3, lostM3) * 1000) / 3))

/** Whether water runs on. */
export const runsOn = (cell: FaultCell): boolean => cell.lostM3 == null

/** Modes in which the same comes of everything, as one block. */
export interface Block {
  modes: Mode[]
  rows: { leakId: string; cells: FaultCell[]; runOn: number }[]
}

/** The columns, worst first after the one with nothing broken: indexes into the cells of a row. */
export interface Arranged {
  columns: { fault: Fault | null; index: number; runOn: number }[]
  blocks: Block[]
  /** Leaks that stop whatever single thing is broken, in every mode. */
  safe: number
  leaks: number
}

const worstOf = (cells: FaultCell[]) => Math.max(0, ...cells.map((c) => c.lostM3 ?? 0))

/** Lays a matrix out: modes that agree in one block, the worst rows and columns first. */
export function arrange({ faults, rows }: FaultMatrix): Arranged {
  const count = (index: number) => rows.filter((r) => runsOn(r.cells[index]!)).length
  const broken = faults.map((fault, i) => ({ fault, index: i + 1, runOn: count(i + 1) }))
  const columns = [
    { fault: null, index: 0, runOn: count(0) },
    ...broken.sort((a, b) => b.runOn - a.runOn || a.index - b.index),
  ]
  const byCells = new Map<string, Block>()
  const modes = [...new Set(rows.map((r) => r.mode))]
  for (const mode of modes) {
    const own = rows.filter((r) => r.mode === mode)
    const key = JSON.stringify(own.map((r) => r.cells))
    const block = byCells.get(key)
    if (block) block.modes.push(mode)
    else
      byCells.set(key, {
        modes: [mode],
        rows: own
          .map(({ leakId, cells }) => ({ leakId, cells, runOn: cells.filter(runsOn).length }))
          .sort((a, b) => b.runOn - a.runOn || worstOf(b.cells) - worstOf(a.cells)),
      })
  }
  const leakIds = [...new Set(rows.map((r) => r.leakId))]
  return {
    columns,
    blocks: [...byCells.values()],
    safe: leakIds.filter((id) => rows.every((r) => r.leakId !== id || !r.cells.some(runsOn))).length,
    leaks: leakIds.length,
  }
}
