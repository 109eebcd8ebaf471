import type { FloorMapSheet } from '@/api/types'

/** Round litres that the map is drawn in, each band darker than the one before. */
export const BANDS_L = [1, 2, 5, 10, 20, 50, 100]

/** Index of the band that so many millilitres fall in. */
export function bandOf(millilitres: number): number {
  const litres = millilitres / 1000
  let band = 0
  while (band < BANDS_L.length && litres >= BANDS_L[band]!) band++
  return band
}

/** How dark a band is, 0 to 255: the sooner, the darker. */
export const bandAlpha = (band: number): number => 205 - band * 27

/** What is under a place of the map: millilitres, and the leak it is of; null where no floor is. */
export function readAt(
  sheet: FloorMapSheet,
  acrossM: number,
  downM: number,
): { millilitres: number; leak: number } | null {
  const column = Math.floor((acrossM - sheet.acrossM) / sheet.cellM + 1e-6)
  const row = Math.floor((downM - sheet.downM) / sheet.cellM + 1e-6)
  if (column < 0 || row < 0 || column >= sheet.columns || row >= sheet.rows) return null
  const cell = row * sheet.columns + column
  const millilitres = sheet.millilitres[cell]!
  return millilitres === -2 ? null : { millilitres, leak: sheet.leaks[cell] ?? 0 }
}

/**
 * The map as a picture, one pixel a cell: bands of litres with an isoline at each round figure, or the water as it lies once
 * so much is out.
 * @param water Colour of the water, as three numbers of 0 to 255.
 * @param outMl What is out by now; null for the bands.
 */
export function drawMap(sheet: FloorMapSheet, water: [number, number, number], outMl: number | null): string {
  const { columns, rows, millilitres } = sheet
  const canvas = document.createElement('canvas')
  canvas.width = columns
  canvas.height = rows
  const context = canvas.getContext('2d')!
  const image = context.createImageData(columns, rows)
  for (let cell = 0; cell < millilitres.length; cell++) {
    const ml = millilitres[cell]!
    if (ml < 0) continue
    let alpha: number
    if (outMl === null) {
      const band = bandOf(ml)
      const right = millilitres[cell + 1] ?? -2
      const below = millilitres[cell + columns] ?? -2
      const isoline = (right >= 0 && bandOf(right) !== band) || (below >= 0 && bandOf(below) !== band)
      alpha = isoline ? 255 : bandAlpha(band)
    } else {
      alpha = ml <= outMl ? 190 : 0
    }
    image.data.set([...water, alpha], cell * 4)
  }
  context.putImageData(image, 0, 0)
  return canvas.toDataURL()
}
