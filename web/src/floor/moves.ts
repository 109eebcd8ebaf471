import type { Doorway, FloorPoint, Plan, Room } from '@/api/types'
import { leaksOf } from '@/site/names'
import type { Thing } from './chosen'
import { leaksAt } from './fixtures'
import { grown, holds, middleOf, roomAt, toCm } from './geometry'

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
