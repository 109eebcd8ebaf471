import { contours } from 'd3-contour'
import type { FloorMapSheet, FloorPoint, UnitSystem } from '@/api/types'
import { volumeM3 } from '@/ui/units'

/** Round amounts that the map is drawn in, ml, each band darker than the one before. */
export const bandsMl: Record<UnitSystem, number[]> = {
  metric: [1, 2, 5, 10, 20, 50, 100].map((litres) => litres * 1000),
  us: [0.25, 0.5, 1, 2.5, 5, 10, 25].map((gallons) => gallons * volumeM3('us') * 1e6),
}

/** How dark a band is, 0 to 255: the sooner, the darker. */
export const bandAlpha = (band: number): number => 205 - band * 23

/** What is under a place of the map: millilitres at both ends of what is not known, and the leak they are of. */
export interface Reading {
  /** At the worse end; negative: it may never come. */
  millilitres: number
  /** At the better end; negative: it never comes. */
  least: number
  leak: number
}

/** Reads the map; null where no floor is. */
export function readAt(sheets: FloorMapSheet[], acrossM: number, downM: number): Reading | null {
  for (const sheet of sheets) {
    const reading = readOn(sheet, acrossM, downM)
    if (reading) return reading
  }
  return null
}

function readOn(sheet: FloorMapSheet, acrossM: number, downM: number): Reading | null {
  const column = Math.floor((acrossM - sheet.acrossM) / sheet.cellM + 1e-6)
  const row = Math.floor((downM - sheet.downM) / sheet.cellM + 1e-6)
  if (column < 0 || row < 0 || column >= sheet.columns || row >= sheet.rows) return null
  const cell = row * sheet.columns + column
  const millilitres = sheet.millilitres[cell]!
  return millilitres === -2
    ? null
    : { millilitres, least: sheet.leastMillilitres[cell] ?? millilitres, leak: sheet.leaks[cell] ?? 0 }
}

/** Where one band of the map lies; paths are in cells of the sheet. */
export interface Band {
  band: number
  area: string
}

/** Where so much is out when the water comes. */
export interface Isoline {
  ml: number
  line: string
  /** Places on it, m. */
  points: FloorPoint[]
}

type Ring = [number, number][]

const NEVER = -Infinity

/**
 * How soon the water is at each cell, as a height that falls with the litres: the edge of the floor is carried one cell
 * on, under what bounds it, so that bands and lines end there rather than before it.
 */
function soonness({ columns, rows, millilitres }: FloorMapSheet): number[] {
  return millilitres.map((ml, cell) => {
    if (ml !== -2) return ml < 0 ? NEVER : -ml
    const column = cell % columns
    const row = (cell - column) / columns
    let soonest = NEVER
    for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++)
      for (let x = Math.max(0, column - 1); x <= Math.min(columns - 1, column + 1); x++) {
        const beside = millilitres[y * columns + x]!
        if (beside >= 0) soonest = Math.max(soonest, -beside)
      }
    return soonest
  })
}

/** Round the cells that are no lower than a level, for as many levels as are asked for. */
function ringsRound({ columns, rows }: FloorMapSheet, heights: number[]): (level: number) => Ring[] {
  const generate = contours().size([columns, rows])
  return (level) => generate.contour(heights, level).coordinates.flat() as Ring[]
}

/** Round what is wet once so many millilitres are out. */
function ringsOf(sheet: FloorMapSheet): (ml: number) => Ring[] {
  const round = ringsRound(sheet, soonness(sheet))
  return (ml) => round(-ml)
}

const pathOf = (rings: Ring[]) =>
  rings.map((ring) => `M${ring.map(([x, y]) => `${x.toFixed(2)},${y.toFixed(2)}`).join('L')}Z`).join('')

/** The wet floor once so many millilitres are out, as a path in cells. */
export function spreadOf(sheet: FloorMapSheet): (outMl: number) => string {
  const rings = ringsOf(sheet)
  return (outMl) => pathOf(rings(outMl))
}

/** Bands, to be filled by the even-odd rule, and the isolines between them at round amounts. */
export function chart(sheet: FloorMapSheet, amountsMl: number[]): { bands: Band[]; isolines: Isoline[] } {
  const rings = [...amountsMl, Number.MAX_VALUE].map(ringsOf(sheet))
  const bands = rings.map((outer, band) => ({ band, area: pathOf([...outer, ...(rings[band - 1] ?? [])]) }))
  const isolines = amountsMl.map((ml, i) => ({
    ml,
    line: pathOf(rings[i]!),
    points: rings[i]!.flat().flatMap(([x, y]) => {
      const at = { acrossM: sheet.acrossM + x * sheet.cellM, downM: sheet.downM + y * sheet.cellM }
      return isInside(sheet, x, y) ? [at] : []
    }),
  }))
  return { bands, isolines: isolines.filter((isoline) => isoline.line) }
}

/** Whether what is not known decides if water ever comes to a cell. */
const mayCome = ({ millilitres, leastMillilitres }: FloorMapSheet, cell: number): boolean =>
  millilitres[cell]! < 0 && (leastMillilitres[cell] ?? -1) >= 0

/** Whether there is such floor. */
export const hasDoubt = (sheet: FloorMapSheet): boolean =>
  sheet.millilitres.some((_, cell) => mayCome(sheet, cell))

/** The floor that water may come to or not, by what is not known on its way, as a path in cells. */
export function doubtOf(sheet: FloorMapSheet): string {
  const doubt = sheet.millilitres.map((_, cell) => (mayCome(sheet, cell) ? 1 : 0))
  return pathOf(ringsRound(sheet, doubt)(0.5))
}

/** Whether a place, in cells, lies so far in the open floor that a figure stands free there. */
function isInside({ columns, millilitres }: FloorMapSheet, x: number, y: number): boolean {
  return [-6, 0, 6].every((dx) =>
    [-4, 0, 4].every((dy) => {
      const [column, row] = [Math.floor(x + dx), Math.floor(y + dy)]
      return column >= 0 && column < columns && (millilitres[row * columns + column] ?? -2) >= 0
    }),
  )
}
