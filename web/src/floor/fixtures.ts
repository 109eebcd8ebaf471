import type { Doorway, Fixture, FloorPoint, FloorRectangle, LeakPoint, Room, UsualFixture } from '@/api/types'
import { freshId } from '@/site/names'
import { isFixedFlow } from '@/ui/words'
import { holds, toCm } from './geometry'

type Side = 'top' | 'bottom' | 'left' | 'right'

/** A wall of a room from the inside. */
interface RoomWall {
  side: Side
  /** Where it runs, across or down the drawing. */
  startM: number
  endM: number
  /** Where it stands, the other way. */
  atM: number
}

/** Water meets the floor this far off the wall, or off what stands tight on it. */
const OFF_M = 0.05
const STEP_M = 0.1

const overlap = (a: FloorRectangle, b: FloorRectangle) =>
  Math.min(a.acrossM + a.lengthM, b.acrossM + b.lengthM) - Math.max(a.acrossM, b.acrossM) > 0.01 &&
  Math.min(a.downM + a.widthM, b.downM + b.widthM) - Math.max(a.downM, b.downM) > 0.01

function wallsOf(room: Room): RoomWall[] {
  const areas = room.areas ?? []
  return areas.flatMap((area) => {
    const right = area.acrossM + area.lengthM
    const bottom = area.downM + area.widthM
    const walls: (RoomWall & { beyond: FloorPoint })[] = [
      {
        side: 'top',
        startM: area.acrossM,
        endM: right,
        atM: area.downM,
        beyond: { acrossM: (area.acrossM + right) / 2, downM: area.downM - 0.05 },
      },
      {
        side: 'left',
        startM: area.downM,
        endM: bottom,
        atM: area.acrossM,
        beyond: { acrossM: area.acrossM - 0.05, downM: (area.downM + bottom) / 2 },
      },
      {
        side: 'right',
        startM: area.downM,
        endM: bottom,
        atM: right,
        beyond: { acrossM: right + 0.05, downM: (area.downM + bottom) / 2 },
      },
      {
        side: 'bottom',
        startM: area.acrossM,
        endM: right,
        atM: bottom,
        beyond: { acrossM: (area.acrossM + right) / 2, downM: bottom + 0.05 },
      },
    ]
    return walls.filter((w) => !areas.some((a) => holds(a, w.beyond)))
  })
}

function areaAt(wall: RoomWall, offM: number, usual: UsualFixture): FloorRectangle {
  const along = wall.startM + offM
  switch (wall.side) {
    case 'top':
      return { acrossM: along, downM: wall.atM, lengthM: usual.lengthM, widthM: usual.widthM }
    case 'bottom':
      return { acrossM: along, downM: wall.atM - usual.widthM, lengthM: usual.lengthM, widthM: usual.widthM }
    case 'left':
      return { acrossM: wall.atM, downM: along, lengthM: usual.widthM, widthM: usual.lengthM }
    case 'right':
      return { acrossM: wall.atM - usual.widthM, downM: along, lengthM: usual.widthM, widthM: usual.lengthM }
  }
}

const rounded = (area: FloorRectangle): FloorRectangle => ({
  acrossM: toCm(area.acrossM),
  downM: toCm(area.downM),
  lengthM: toCm(area.lengthM),
  widthM: toCm(area.widthM),
})

function inRoom(room: Room, area: FloorRectangle): boolean {
  const inset = 0.01
  return [area.acrossM + inset, area.acrossM + area.lengthM - inset].every((acrossM) =>
    [area.downM + inset, area.downM + area.widthM - inset].every((downM) =>
      room.areas.some((a) => holds(a, { acrossM, downM })),
    ),
  )
}

/** The first free stretch of wall that a fixture fits at; in the room's corner where there is none. */
export function placeAtWall(
  room: Room,
  usual: UsualFixture,
  doorways: Doorway[],
): { area: FloorRectangle; side: Side } {
  for (const wall of wallsOf(room)) {
    for (let off = 0; off + usual.lengthM <= wall.endM - wall.startM + 0.001; off += STEP_M) {
      const area = areaAt(wall, off, usual)
      const blocksDoor = doorways.some((d) =>
        overlap(
          {
            acrossM: area.acrossM - 0.05,
            downM: area.downM - 0.05,
            lengthM: area.lengthM + 0.1,
            widthM: area.widthM + 0.1,
          },
          {
            ...d.at,
            lengthM: d.wall === 'alongX' ? d.widthM : 0.02,
            widthM: d.wall === 'alongY' ? d.widthM : 0.02,
          },
        ),
      )
      if (inRoom(room, area) && !blocksDoor && !room.fixtures.some((f) => overlap(f.area, area)))
        return { area: rounded(area), side: wall.side }
    }
  }
  const corner = room.areas[0]!
  return {
    area: rounded({
      ...areaAt({ side: 'top', startM: corner.acrossM, endM: 0, atM: corner.downM }, 0, usual),
    }),
    side: 'top',
  }
}

/** Where water of a leak along the back meets the floor: behind the fixture, or before it where it stands tight. */
function fallsAt(area: FloorRectangle, side: Side, isTight: boolean, share: number): FloorPoint {
  const across = area.acrossM + area.lengthM * share
  const down = area.downM + area.widthM * share
  const places: Record<Side, FloorPoint> = {
    top: { acrossM: across, downM: isTight ? area.downM + area.widthM + OFF_M : area.downM + OFF_M },
    bottom: { acrossM: across, downM: isTight ? area.downM - OFF_M : area.downM + area.widthM - OFF_M },
    left: { acrossM: isTight ? area.acrossM + area.lengthM + OFF_M : area.acrossM + OFF_M, downM: down },
    right: { acrossM: isTight ? area.acrossM - OFF_M : area.acrossM + area.lengthM - OFF_M, downM: down },
  }
  const at = places[side]
  return { acrossM: toCm(at.acrossM), downM: toCm(at.downM) }
}

/** A fixture at a wall, and its usual leak points where they meet the floor. */
export function withLeaks(
  room: Room,
  usual: UsualFixture,
  doorways: Doorway[],
  taken: { fixtures: { id: string }[]; leaks: { id: string }[] },
  /** The pipe of hot or of cold water that is proposed. */
  feed: (side: LeakPoint['side']) => { pipeId: string | null; pipeIsProposed: boolean },
): { fixture: Fixture; leaks: LeakPoint[] } {
  const { area, side } = placeAtWall(room, usual, doorways)
  const fixtureId = freshId(usual.name, taken.fixtures)
  const leakIds = [...taken.leaks]
  const leaks = usual.leaks.map((leak): LeakPoint => {
    const id = freshId(leak.name, leakIds)
    leakIds.push({ id })
    const { pipeId, pipeIsProposed } = feed(leak.side)
    const fed = leak.fromThePipes && pipeId !== null
    return {
      id,
      name: leak.name,
      fixtureId,
      kind: fed || isFixedFlow(leak.kind) ? leak.kind : 'flow',
      pipeId: fed ? pipeId : null,
      pipeIsProposed: fed && pipeIsProposed,
      holdsM3: fed ? null : leak.holdsM3,
      side: leak.side,
      heightAboveFloorM: leak.heightM,
      position: 'unknown',
      at: fallsAt(area, side, usual.base === 'tight', leak.along),
      harms: [],
    }
  })
  return {
    fixture: {
      id: fixtureId,
      kind: usual.kind,
      name: usual.name,
      area,
      base: usual.base,
    },
    leaks,
  }
}

/** The leak points of a room that belong to a fixture: those that name it, or name none and fall within a hand's breadth of it. */
export const leaksAt = (room: Room, fixture: Fixture): LeakPoint[] => {
  const reach = {
    acrossM: fixture.area.acrossM - 0.12,
    downM: fixture.area.downM - 0.12,
    lengthM: fixture.area.lengthM + 0.24,
    widthM: fixture.area.widthM + 0.24,
  }
  return room.leaks.filter((l) => l.at && (l.fixtureId ? l.fixtureId === fixture.id : holds(reach, l.at)))
}
