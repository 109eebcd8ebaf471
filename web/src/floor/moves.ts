import type { Doorway, FloorPoint, FloorRectangle, Plan, Room } from '@/api/types'
import { leaksOf } from '@/site/names'
import type { Sides, Thing } from './chosen'
import { leaksAt } from './fixtures'
import { grown, holds } from '@/site/areas'
import { edgeAt, middleOf, roomAt, stretched, toCm } from './geometry'

function shift(places: FloorPoint[], by: FloorPoint) {
  for (const place of places) {
    place.acrossM = toCm(place.acrossM + by.acrossM)
    place.downM = toCm(place.downM + by.downM)
  }
}

/** How far from a wall's line its two sides are looked at. */
const BESIDE_M = 0.03

/** Whether a doorway leads from one room into another along its whole width. */
export function leadsSomewhere(draft: Plan, { storeyId, at, wall, widthM }: Doorway): boolean {
  const roomBeside = (acrossM: number, downM: number) =>
    roomAt(draft.building.rooms, storeyId, { acrossM, downM })
  return [BESIDE_M, widthM / 2, widthM - BESIDE_M].every((along) => {
    const [x, y] = wall === 'alongX' ? [at.acrossM + along, at.downM] : [at.acrossM, at.downM + along]
    const [dx, dy] = wall === 'alongX' ? [0, BESIDE_M] : [BESIDE_M, 0]
    const [one, other] = [roomBeside(x - dx, y - dy), roomBeside(x + dx, y + dy)]
    return one && other && one !== other
  })
}

const middleOfLine = (at: FloorPoint, wall: 'alongX' | 'alongY', lengthM: number): FloorPoint => ({
  acrossM: at.acrossM + (wall === 'alongX' ? lengthM / 2 : 0),
  downM: at.downM + (wall === 'alongY' ? lengthM / 2 : 0),
})

/**
 * Moves a room and all that is drawn in it and in its walls. A doorway that leads nowhere then stays where it was, if it leads
 * somewhere there, and else is taken out.
 */
function moveRoom(draft: Plan, room: Room, by: FloorPoint) {
  const isInside = (storeyId: string, at: FloorPoint) =>
    storeyId === room.storeyId && room.areas.some((area) => holds(grown(area, BESIDE_M), at))
  const openings = draft.building.openings.flatMap((o) => [
    ...(isInside(o.storeyId, middleOf(o.area)) ? [o.area] : []),
    ...(isInside(o.toStoreyId, o.landsAt) ? [o.landsAt] : []),
  ])
  const walls = draft.building.walls
    .filter((w) => isInside(w.storeyId, middleOfLine(w.at, w.direction, w.lengthM)))
    .map((w) => w.at)
  const doorways = draft.building.doorways.filter((d) =>
    isInside(d.storeyId, middleOfLine(d.at, d.wall, d.widthM)),
  )
  shift(
    [
      ...room.areas,
      ...room.fixtures.map((f) => f.area),
      ...room.zones.map((z) => z.area),
      ...room.drains.map((d) => d.at),
      ...room.leaks.flatMap((l) => (l.at ? [l.at] : [])),
      ...openings,
      ...walls,
      ...(room.fall?.lowPoint ? [room.fall.lowPoint] : []),
      ...draft.installation.sensors
        .filter((s) => s.roomId === room.id)
        .flatMap((s) => [...(s.at ? [s.at] : []), ...(s.mainPartAt ? [s.mainPartAt] : []), ...s.path]),
    ],
    by,
  )
  moveDoorways(draft, doorways, by)
}

/** Lets a doorway go with the wall that it is in; one that leads nowhere then is taken out, where it leads nowhere as it was either. */
function moveDoorways(draft: Plan, doorways: Doorway[], by: FloorPoint) {
  for (const doorway of doorways) {
    const before = { ...doorway.at }
    shift([doorway.at], by)
    if (!leadsSomewhere(draft, doorway)) doorway.at = before
  }
  if (doorways.length)
    draft.building.doorways = draft.building.doorways.filter(
      (d) => !doorways.includes(d) || leadsSomewhere(draft, d),
    )
}

/** Whether a doorway is in one of an area's edges. */
function isInEdge({ at, wall }: Doorway, area: FloorRectangle, { across, down }: Sides): boolean {
  const edge = edgeAt(area, { across, down })
  if (across && wall === 'alongY')
    return (
      Math.abs(at.acrossM - edge.acrossM) < BESIDE_M &&
      at.downM > area.downM - BESIDE_M &&
      at.downM < area.downM + area.widthM
    )
  return (
    !!down &&
    wall === 'alongX' &&
    Math.abs(at.downM - edge.downM) < BESIDE_M &&
    at.acrossM > area.acrossM - BESIDE_M &&
    at.acrossM < area.acrossM + area.lengthM
  )
}

/** The floors whose opposite edge is a part of this one: what parts two rooms is moved for both. */
function beyond(
  draft: Plan,
  room: Room,
  area: FloorRectangle,
  side: Sides,
): { area: FloorRectangle; side: Sides }[] {
  const [isAcross, own] = [!!side.across, edgeAt(area, side)]
  const opposite: Sides = isAcross
    ? { across: side.across === 'left' ? 'right' : 'left' }
    : { down: side.down === 'top' ? 'bottom' : 'top' }
  return draft.building.rooms
    .filter((r) => r.storeyId === room.storeyId && r.id !== room.id)
    .flatMap((r) => r.areas)
    .flatMap((other) => {
      const theirs = edgeAt(other, opposite)
      const meets = isAcross
        ? Math.abs(theirs.acrossM - own.acrossM) < BESIDE_M &&
          other.downM > area.downM - BESIDE_M &&
          other.downM + other.widthM < area.downM + area.widthM + BESIDE_M
        : Math.abs(theirs.downM - own.downM) < BESIDE_M &&
          other.acrossM > area.acrossM - BESIDE_M &&
          other.acrossM + other.lengthM < area.acrossM + area.lengthM + BESIDE_M
      return meets ? [{ area: other, side: opposite }] : []
    })
}

/** Moves one edge of a room's floor, and of those that end at it; doorways in it go along. */
function moveEdge(draft: Plan, room: Room, index: number, side: Sides, to: FloorPoint) {
  const area = room.areas[index]!
  const others = beyond(draft, room, area, side)
  const doorways = draft.building.doorways.filter(
    (d) => d.storeyId === room.storeyId && isInEdge(d, area, side),
  )
  const before = edgeAt(area, side)
  Object.assign(area, stretched(area, side, to))
  const after = edgeAt(area, side)
  for (const other of others) Object.assign(other.area, stretched(other.area, other.side, after))
  moveDoorways(draft, doorways, {
    acrossM: side.across ? after.acrossM - before.acrossM : 0,
    downM: side.down ? after.downM - before.downM : 0,
  })
}

/** The room of a storey that a place lies in, if it is not the one given already. */
function otherRoomAt(draft: Plan, own: Room, at: FloorPoint): Room | undefined {
  const inRoom = (room: Room) => room.areas.some((area) => holds(area, at))
  return inRoom(own) ? undefined : draft.building.rooms.find((r) => r.storeyId === own.storeyId && inRoom(r))
}

function hand<T>(thing: T, from: T[], to: T[]) {
  from.splice(from.indexOf(thing), 1)
  to.push(thing)
}

/**
 * Puts a thing somewhere else. A room takes along all that is in it, a fixture the leak points that fall at it; a rope keeps its
 * shape; what is put into another room of the storey belongs to that from then on.
 */
export function putIn(draft: Plan, what: Thing, to: FloorPoint) {
  const from = (at: FloorPoint): FloorPoint => ({
    acrossM: to.acrossM - at.acrossM,
    downM: to.downM - at.downM,
  })
  if (what.kind === 'room') {
    const room = draft.building.rooms.find((r) => r.id === what.id)!
    moveRoom(draft, room, from(room.areas[0]!))
  }
  if (what.kind === 'edge') {
    const room = draft.building.rooms.find((r) => r.id === what.roomId)!
    const { across, down } = what.sides
    if (across) moveEdge(draft, room, what.index, { across }, to)
    if (down) moveEdge(draft, room, what.index, { down }, to)
  }
  if (what.kind === 'leak') {
    const { leak, room } = leaksOf(draft).find((l) => l.leak.id === what.id)!
    leak.at = to
    const other = otherRoomAt(draft, room, to)
    if (other) {
      hand(leak, room.leaks, other.leaks)
      leak.fixtureId = null
    }
  }
  if (what.kind === 'doorway') draft.building.doorways.find((d) => d.id === what.id)!.at = to
  if (what.kind === 'wall') draft.building.walls.find((w) => w.id === what.id)!.at = to
  if (what.kind === 'drain' || what.kind === 'zone') {
    const room = draft.building.rooms.find((r) => r.id === what.roomId)!
    if (what.kind === 'drain') room.drains[what.index]!.at = to
    else shift([room.zones[what.index]!.area], from(room.zones[what.index]!.area))
  }
  if (what.kind === 'opening') {
    const { area } = draft.building.openings.find((o) => o.id === what.id)!
    shift([area], from(area))
  }
  if (what.kind === 'fixture') {
    const room = draft.building.rooms.find((r) => r.fixtures.some((f) => f.id === what.id))!
    const fixture = room.fixtures.find((f) => f.id === what.id)!
    const leaks = leaksAt(room, fixture)
    shift([fixture.area, ...leaks.map((l) => l.at!)], from(fixture.area))
    const other = otherRoomAt(draft, room, middleOf(fixture.area))
    if (other) {
      hand(fixture, room.fixtures!, (other.fixtures ??= []))
      for (const leak of leaks) hand(leak, room.leaks, other.leaks)
    }
  }
  if (what.kind === 'hub' || what.kind === 'repeater') {
    const { hubs, repeaters } = draft.installation
    const device = [...hubs, ...repeaters].find((d) => d.id === what.id)
    if (device?.place) device.place.at = to
  }
  if (what.kind === 'valve') {
    const valve = draft.building.stopValves.find((v) => v.id === what.id)
    if (valve?.drawnAt) valve.drawnAt.at = to
  }
  if (what.kind === 'sensor') {
    const sensor = draft.installation.sensors.find((s) => s.id === what.id)!
    const first = sensor.path?.[0]
    if (first && sensor.path.length > 1) shift(sensor.path!, from(first))
    sensor.at = to
    const own = draft.building.rooms.find((r) => r.id === sensor.roomId)
    const other = own && otherRoomAt(draft, own, to)
    if (other) sensor.roomId = other.id
  }
}
