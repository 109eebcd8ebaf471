import type { FloorPoint, FloorRectangle } from '@/api/types'
import { grown } from '@/site/areas'
import { bounds, middleOf } from './geometry'

/** How much room words take on a drawing, m. */
export interface Size {
  lengthM: number
  widthM: number
}

export const boxAround = (at: FloorPoint, { lengthM, widthM }: Size): FloorRectangle => ({
  acrossM: at.acrossM - lengthM / 2,
  downM: at.downM - widthM / 2,
  lengthM,
  widthM,
})

/** Boxes that cover a line from place to place, so far to each side. */
export const alongLine = (places: FloorPoint[], byM: number): FloorRectangle[] =>
  places
    .slice(1)
    .map((to, i) => grown(bounds([places[i]!, to].map((at) => ({ ...at, lengthM: 0, widthM: 0 }))), byM))

const overlap = (from: number, length: number, otherFrom: number, otherLength: number) =>
  Math.max(0, Math.min(from + length, otherFrom + otherLength) - Math.max(from, otherFrom))

const sharedM2 = (a: FloorRectangle, b: FloorRectangle) =>
  overlap(a.acrossM, a.lengthM, b.acrossM, b.lengthM) * overlap(a.downM, a.widthM, b.downM, b.widthM)

/** The first of some places where words cover the least of what is drawn already; undefined where there are none. */
export function leastCrowded(
  places: FloorPoint[],
  size: Size,
  taken: FloorRectangle[],
): { at: FloorPoint; coveredM2: number } | undefined {
  let best: { at: FloorPoint; coveredM2: number } | undefined
  for (const at of places) {
    const box = boxAround(at, size)
    const coveredM2 = taken.reduce((sum, other) => sum + sharedM2(box, other), 0)
    if (!best || coveredM2 < best.coveredM2) best = { at, coveredM2 }
    if (best.coveredM2 === 0) break
  }
  return best
}

const STEPS = [0, -0.5, 0.5, -1, 1]

/** Places in an area where words of a size stay within it, its middle first. */
export function placesIn(area: FloorRectangle, size: Size): FloorPoint[] {
  const spareM = {
    across: Math.max(0, (area.lengthM - size.lengthM) / 2),
    down: Math.max(0, (area.widthM - size.widthM) / 2),
  }
  return STEPS.flatMap((down) => STEPS.map((across) => ({ across, down })))
    .sort((a, b) => Math.hypot(a.across, a.down) - Math.hypot(b.across, b.down))
    .map(({ across, down }) => ({
      acrossM: area.acrossM + area.lengthM / 2 + across * spareM.across,
      downM: area.downM + area.widthM / 2 + down * spareM.down,
    }))
}

/** Places beside an area where words of a size touch none of it: at each side in its middle, then at its corners. */
export function placesBeside(area: FloorRectangle, size: Size, gapM: number): FloorPoint[] {
  const middle = middleOf(area)
  const away = {
    acrossM: (area.lengthM + size.lengthM) / 2 + gapM,
    downM: (area.widthM + size.widthM) / 2 + gapM,
  }
  const along = {
    acrossM: (area.lengthM - size.lengthM) / 2,
    downM: (area.widthM - size.widthM) / 2,
  }
  return [0, -1, 1].flatMap((part) => [
    { acrossM: middle.acrossM + away.acrossM, downM: middle.downM + part * along.downM },
    { acrossM: middle.acrossM - away.acrossM, downM: middle.downM + part * along.downM },
    { acrossM: middle.acrossM + part * along.acrossM, downM: middle.downM + away.downM },
    { acrossM: middle.acrossM + part * along.acrossM, downM: middle.downM - away.downM },
  ])
}

/** Whether words of a size stay within an area. */
export const fitsInto = (area: FloorRectangle, size: Size): boolean =>
  size.lengthM <= area.lengthM && size.widthM <= area.widthM

/** Whether one area lies in another. */
export const liesIn = (inner: FloorRectangle, outer: FloorRectangle): boolean =>
  inner.acrossM >= outer.acrossM &&
  inner.downM >= outer.downM &&
  inner.acrossM + inner.lengthM <= outer.acrossM + outer.lengthM &&
  inner.downM + inner.widthM <= outer.downM + outer.widthM
