import type { Doorway, FloorPicture, FloorPoint, FloorRectangle, Room } from '@/api/types'

/** What is drawn, in metres; edges that nearly meet do meet. */
const TOUCH_M = 0.02

/** To the centimetre that people measure. */
export const toCm = (metres: number): number => Math.round(metres * 100) / 100

/** Sizes as they were typed, in whatever unit. */
export const toMm = (metres: number): number => Math.round(metres * 1000) / 1000

/** The place beside the last room that was drawn on a storey. */
export function besideLast(rooms: Room[], storeyId: string): { acrossM: number; downM: number } {
  const last = rooms.filter((r) => r.storeyId === storeyId && r.areas?.length).at(-1)
  const area = last?.areas?.at(-1)
  return area ? { acrossM: toMm(area.acrossM + area.lengthM), downM: area.downM } : { acrossM: 0, downM: 0 }
}

/** What encloses the areas, or a small empty sheet. */
export function bounds(areas: FloorRectangle[]): FloorRectangle {
  if (areas.length === 0) return { acrossM: 0, downM: 0, lengthM: 6, widthM: 4 }
  const acrossM = Math.min(...areas.map((a) => a.acrossM))
  const downM = Math.min(...areas.map((a) => a.downM))
  return {
    acrossM,
    downM,
    lengthM: Math.max(...areas.map((a) => a.acrossM + a.lengthM)) - acrossM,
    widthM: Math.max(...areas.map((a) => a.downM + a.widthM)) - downM,
  }
}

/** A stretch of wall between two rooms. */
export type SharedWall = Pick<Doorway, 'at' | 'wall'> & { lengthM: number }

/** The longest wall that two rooms share; null where they do not touch. */
export function sharedWall(a: Room, b: Room): SharedWall | null {
  let longest: SharedWall | null = null
  const offer = (wall: SharedWall) => {
    if (wall.lengthM > 0.1 && (!longest || wall.lengthM > longest.lengthM)) longest = wall
  }
  for (const one of a.areas ?? []) {
    for (const other of b.areas ?? []) {
      for (const [left, right] of [
        [one, other],
        [other, one],
      ] as const) {
        const top = Math.max(left.downM, right.downM)
        const bottom = Math.min(left.downM + left.widthM, right.downM + right.widthM)
        if (Math.abs(left.acrossM + left.lengthM - right.acrossM) < TOUCH_M) {
          offer({ at: { acrossM: right.acrossM, downM: top }, wall: 'alongY', lengthM: bottom - top })
        }
        const start = Math.max(left.acrossM, right.acrossM)
        const end = Math.min(left.acrossM + left.lengthM, right.acrossM + right.lengthM)
        if (Math.abs(left.downM + left.widthM - right.downM) < TOUCH_M) {
          offer({ at: { acrossM: start, downM: right.downM }, wall: 'alongX', lengthM: end - start })
        }
      }
    }
  }
  return longest
}

/** A doorway in the middle of a wall, as wide as a door where there is room. */
export function doorwayIn(wall: SharedWall): Pick<Doorway, 'at' | 'wall' | 'widthM'> {
  const widthM = toCm(Math.min(0.8, wall.lengthM - 0.02))
  const off = toCm((wall.lengthM - widthM) / 2)
  return {
    wall: wall.wall,
    widthM,
    at: {
      acrossM: toCm(wall.at.acrossM + (wall.wall === 'alongX' ? off : 0)),
      downM: toCm(wall.at.downM + (wall.wall === 'alongY' ? off : 0)),
    },
  }
}

/** The edge of another room that a dragged one snaps to, within a hand's breadth. */
export function snapTo(
  moved: FloorRectangle,
  others: FloorRectangle[],
  within = 0.15,
): { acrossM: number; downM: number } {
  const nearest = (value: number, size: number, edges: number[]) => {
    let best = value
    let least = within
    for (const edge of edges) {
      for (const candidate of [edge, edge - size]) {
        if (Math.abs(candidate - value) < least) {
          least = Math.abs(candidate - value)
          best = candidate
        }
      }
    }
    return toCm(best)
  }
  return {
    acrossM: nearest(
      moved.acrossM,
      moved.lengthM,
      others.flatMap((o) => [o.acrossM, o.acrossM + o.lengthM]),
    ),
    downM: nearest(
      moved.downM,
      moved.widthM,
      others.flatMap((o) => [o.downM, o.downM + o.widthM]),
    ),
  }
}

/** Whether a place lies in an area; its edges count. */
export const holds = (area: FloorRectangle, at: FloorPoint): boolean =>
  at.acrossM >= area.acrossM &&
  at.acrossM <= area.acrossM + area.lengthM &&
  at.downM >= area.downM &&
  at.downM <= area.downM + area.widthM

/** The room of a storey that a place lies in. */
export const roomAt = (rooms: Room[], storeyId: string, at: FloorPoint): Room | undefined =>
  rooms.find((r) => r.storeyId === storeyId && r.areas.some((area) => holds(area, at)))

export const middleOf = (area: FloorRectangle): FloorPoint => ({
  acrossM: toCm(area.acrossM + area.lengthM / 2),
  downM: toCm(area.downM + area.widthM / 2),
})

/** The length of a way from place to place. */
export const pathLength = (path: FloorPoint[]): number =>
  path
    .slice(1)
    .reduce((sum, at, i) => sum + Math.hypot(at.acrossM - path[i]!.acrossM, at.downM - path[i]!.downM), 0)

/** A picture made larger about a place that stays where it is. */
export const scaledPicture = (picture: FloorPicture, about: FloorPoint, by: number): FloorPicture => ({
  ...picture,
  at: {
    acrossM: toCm(about.acrossM - (about.acrossM - picture.at.acrossM) * by),
    downM: toCm(about.downM - (about.downM - picture.at.downM) * by),
  },
  lengthM: Math.round(picture.lengthM * by * 1000) / 1000,
})

/** An area larger on every side, or smaller where negative. */
export const grown = (area: FloorRectangle, byM: number): FloorRectangle => ({
  acrossM: area.acrossM - byM,
  downM: area.downM - byM,
  lengthM: area.lengthM + 2 * byM,
  widthM: area.widthM + 2 * byM,
})

/** Round an area, back to where it began. */
export const cornersOf = ({ acrossM, downM, lengthM, widthM }: FloorRectangle): FloorPoint[] => [
  { acrossM, downM },
  { acrossM: acrossM + lengthM, downM },
  { acrossM: acrossM + lengthM, downM: downM + widthM },
  { acrossM, downM: downM + widthM },
  { acrossM, downM },
]
