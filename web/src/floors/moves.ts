import type { FloorPoint, Plan } from '@/api/types'
import { leaksOf } from '@/plan/names'
import type { Chosen } from './chosen'
import { leaksAt } from './fixtures'
import { toCm } from './geometry'

function shift(places: FloorPoint[], by: FloorPoint) {
  for (const place of places) {
    place.acrossM = toCm(place.acrossM + by.acrossM)
    place.downM = toCm(place.downM + by.downM)
  }
}

/** Moves a room and all that is drawn in it. */
export function moveRoomIn(draft: Plan, index: number, by: FloorPoint) {
  const room = draft.rooms[index]!
  shift(
    [
      ...(room.areas ?? []),
      ...(room.fixtures ?? []).map((f) => f.area),
      ...(room.zones ?? []).map((z) => z.area),
      ...(room.drains ?? []).map((d) => d.at),
      ...room.leaks.flatMap((l) => (l.at ? [l.at] : [])),
      ...(room.fall?.lowPoint ? [room.fall.lowPoint] : []),
      ...draft.sensors
        .filter((s) => s.roomId === room.id)
        .flatMap((s) => [
          ...(s.at ? [s.at] : []),
          ...(s.mainPartAt ? [s.mainPartAt] : []),
          ...(s.path ?? []),
        ]),
    ],
    by,
  )
}

/** Puts a thing somewhere else; a fixture takes the leak points along that fall at it, a rope keeps its shape. */
export function putIn(draft: Plan, what: Chosen, to: FloorPoint) {
  const from = (at: FloorPoint): FloorPoint => ({
    acrossM: to.acrossM - at.acrossM,
    downM: to.downM - at.downM,
  })
  if (what.kind === 'leak') leaksOf(draft).find((l) => l.leak.id === what.id)!.leak.at = to
  if (what.kind === 'doorway') draft.doorways!.find((d) => d.id === what.id)!.at = to
  if (what.kind === 'opening') {
    const { area } = draft.openings!.find((o) => o.id === what.id)!
    shift([area], from(area))
  }
  if (what.kind === 'fixture') {
    const room = draft.rooms.find((r) => (r.fixtures ?? []).some((f) => f.id === what.id))!
    const fixture = room.fixtures!.find((f) => f.id === what.id)!
    const places = leaksAt(room, fixture).map((l) => l.at!)
    shift([fixture.area, ...places], from(fixture.area))
  }
  if (what.kind === 'sensor') {
    const sensor = draft.sensors.find((s) => s.id === what.id)!
    const first = sensor.path?.[0]
    if (first && sensor.path!.length > 1) shift(sensor.path!, from(first))
    sensor.at = to
  }
}
