import { contours } from 'd3-contour'
import type { FloorPoint, ReachMap } from '@/api/types'

/** Margins, dB, at which a line is drawn. */
export const reachLinesDb = [0, 6, 12, 20, 30, 40, 50]

/** Below these margins the floor is hatched, the more densely the less there is. */
export const reachHatchesDb = [
  { below: 6, pattern: 'sparse' },
  { below: 0, pattern: 'dense' },
] as const

type Ring = [number, number][]
const pathOf = (rings: Ring[]) =>
  rings.map((ring) => `M${ring.map(([x, y]) => `${x.toFixed(2)},${y.toFixed(2)}`).join('L')}Z`).join('')

/** A line of equal margin. */
export interface ReachLine {
  db: number
  line: string
  /** Places on it, m. */
  points: FloorPoint[]
}

/** The margins of a storey as lines and hatched floor; paths are in cells of the map. */
export function reachChart(map: ReachMap): {
  lines: ReachLine[]
  hatches: { pattern: string; area: string }[]
} {
  const { columns, rows, acrossM, downM, cellM } = map
  const marginDb = map.marginDb.map((db) => db ?? -Infinity)
  const generate = contours().size([columns, rows])
  const rings = (heights: number[], at: number) => generate.contour(heights, at).coordinates.flat() as Ring[]
  const lines = reachLinesDb.flatMap((db) => {
    const found = rings(marginDb, db)
    // The edge of the map is no line.
    const isEdge = ([x, y]: [number, number]) => x <= 0.5 || y <= 0.5 || x >= columns - 0.5 || y >= rows - 0.5
    const points = found
      .flat()
      .flatMap(([x, y]) =>
        isEdge([x, y]) ? [] : [{ acrossM: acrossM + x * cellM, downM: downM + y * cellM }],
      )
    const parts = found.flatMap((ring) => inner(ring, isEdge))
    return parts.length ? [{ db, line: parts.map(openPath).join(''), points }] : []
  })
  const weakness = marginDb.map((db) => -db)
  const hatches = reachHatchesDb.flatMap(({ below, pattern }) => {
    const area = pathOf(rings(weakness, -below))
    return area ? [{ pattern, area }] : []
  })
  return { lines, hatches }
}

/** The stretches of a ring that do not run along the edge. */
function inner(ring: Ring, isEdge: (at: [number, number]) => boolean): Ring[] {
  const stretches: Ring[] = []
  let open: Ring = []
  for (const at of ring) {
    if (!isEdge(at)) open.push(at)
    else if (open.length) {
      stretches.push(open)
      open = []
    }
  }
  if (open.length) stretches.push(open)
  return stretches.filter((s) => s.length > 1)
}
const openPath = (places: Ring) => `M${places.map(([x, y]) => `${x.toFixed(2)},${y.toFixed(2)}`).join('L')}`

/** The margin at a place; null beside the map, and where nothing comes through `blocked` is told. */
export function marginAt(map: ReachMap, { acrossM, downM }: FloorPoint): number | 'blocked' | null {
  const column = Math.floor((acrossM - map.acrossM) / map.cellM + 1e-6)
  const row = Math.floor((downM - map.downM) / map.cellM + 1e-6)
  if (column < 0 || row < 0 || column >= map.columns || row >= map.rows) return null
  return map.marginDb[row * map.columns + column] ?? 'blocked'
}
