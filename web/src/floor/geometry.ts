import { holds } from '@/site/areas'
import type { Doorway, FloorPicture, FloorPoint, FloorRectangle, Plan, Room } from '@/api/types'
import type { Sides } from './chosen'

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

/** Walls between rooms of a storey that no doorway is in yet, the longest of each two rooms. */
export function wallsWithoutDoorway(
  { rooms, doorways }: Plan['building'],
  storeyId: string,
): { rooms: [Room, Room]; wall: SharedWall }[] {
  const here = rooms.filter((r) => r.storeyId === storeyId && r.areas.length)
  return here.flatMap((one, i) =>
    here.slice(i + 1).flatMap((other) => {
      const wall = sharedWall(one, other)
      return wall && wall.lengthM >= DOOR_M && !doorways.some((d) => d.storeyId === storeyId && isIn(d, wall))
        ? [{ rooms: [one, other] as [Room, Room], wall }]
        : []
    }),
  )
}

/** Whether a doorway is in a stretch of wall. */
function isIn({ at, wall, widthM }: Doorway, { at: from, wall: direction, lengthM }: SharedWall): boolean {
  if (wall !== direction) return false
  const [off, start, middle] =
    wall === 'alongX'
      ? [at.downM - from.downM, from.acrossM, at.acrossM + widthM / 2]
      : [at.acrossM - from.acrossM, from.downM, at.downM + widthM / 2]
  return Math.abs(off) < TOUCH_M && middle > start && middle < start + lengthM
}

/** As wide as a door is. */
const DOOR_M = 0.8

/** A doorway in the middle of a wall, as wide as a door where there is room. */
export function doorwayIn(wall: SharedWall): Pick<Doorway, 'at' | 'wall' | 'widthM'> {
  const widthM = toCm(Math.min(DOOR_M, wall.lengthM - 0.02))
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

/** A floor is at least as long and wide as this, m. */
const LEAST_M = 0.3

/** An area with one or two of its edges at a place, and the others where they were. */
export function stretched(area: FloorRectangle, { across, down }: Sides, to: FloorPoint): FloorRectangle {
  const stretch = (from: number, size: number, side: string | undefined, at: number): [number, number] => {
    if (!side) return [from, size]
    const isFar = side === 'right' || side === 'bottom'
    if (isFar) return [from, toMm(Math.max(LEAST_M, at - from))]
    const start = Math.min(at, from + size - LEAST_M)
    return [toMm(start), toMm(from + size - start)]
  }
  const [acrossM, lengthM] = stretch(area.acrossM, area.lengthM, across, to.acrossM)
  const [downM, widthM] = stretch(area.downM, area.widthM, down, to.downM)
  return { acrossM, downM, lengthM, widthM }
}

/** Where an edge's middle or a corner of an area is. */
export const edgeAt = (area: FloorRectangle, { across, down }: Sides): FloorPoint => ({
  acrossM: area.acrossM + (across === 'left' ? 0 : across === 'right' ? area.lengthM : area.lengthM / 2),
  downM: area.downM + (down === 'top' ? 0 : down === 'bottom' ? area.widthM : area.widthM / 2),
})

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

/** Round an area, back to where it began. */
export const cornersOf = ({ acrossM, downM, lengthM, widthM }: FloorRectangle): FloorPoint[] => [
  { acrossM, downM },
  { acrossM: acrossM + lengthM, downM },
  { acrossM: acrossM + lengthM, downM: downM + widthM },
  { acrossM, downM: downM + widthM },
  { acrossM, downM },
]
