import type { FloorPoint, FloorRectangle } from '@/api/types'

/** Whether a place lies in an area; its edges count. */
export const holds = (area: FloorRectangle, at: FloorPoint): boolean =>
  at.acrossM >= area.acrossM &&
  at.acrossM <= area.acrossM + area.lengthM &&
  at.downM >= area.downM &&
  at.downM <= area.downM + area.widthM

/** An area larger on every side, or smaller where negative. */
export const grown = (area: FloorRectangle, byM: number): FloorRectangle => ({
  acrossM: area.acrossM - byM,
  downM: area.downM - byM,
  lengthM: area.lengthM + 2 * byM,
  widthM: area.widthM + 2 * byM,
})
