import type { FloorPoint, FloorRectangle, Plan } from '@/api/types'

/** A place on a storey where something is at fault. */
export interface Mark {
  storeyId: string
  area: FloorRectangle
}

/** Round a point or a short stretch, so that it can be seen. */
const REACH_M = 0.3

const around = (at: FloorPoint): FloorRectangle => ({
  acrossM: at.acrossM - REACH_M,
  downM: at.downM - REACH_M,
  lengthM: 2 * REACH_M,
  widthM: 2 * REACH_M,
})
const along = (at: FloorPoint, wall: 'alongX' | 'alongY', lengthM: number): FloorRectangle => ({
  acrossM: at.acrossM - 0.1,
  downM: at.downM - 0.1,
  lengthM: wall === 'alongX' ? lengthM + 0.2 : 0.2,
  widthM: wall === 'alongY' ? lengthM + 0.2 : 0.2,
})

/** Where on the drawing a JSON pointer into the plan leads; null where it leads to nothing that is drawn. */
export function placeOf(plan: Plan, pointer: string): Mark | null {
  const [, list, first, inner, second] = pointer.split('/').slice(1)
  const index = Number(first)
  const mark = (storeyId: string | null | undefined, area: FloorRectangle | null | undefined) =>
    storeyId && area ? { storeyId, area } : null
  if (list === 'rooms') {
    const room = plan.building.rooms[index]
    if (!room) return null
    const at = inner === 'leaks' ? room.leaks[Number(second)]?.at : null
    if (at) return mark(room.storeyId, around(at))
    if (inner === 'fixtures') return mark(room.storeyId, room.fixtures?.[Number(second)]?.area)
    return mark(room.storeyId, room.areas?.[inner === 'areas' ? Number(second) : 0])
  }
  if (list === 'sensors') {
    const sensor = plan.installation.sensors[index]
    const at = inner === 'path' && second ? sensor?.path?.[Number(second)] : (sensor?.at ?? sensor?.path?.[0])
    return mark(plan.building.rooms.find((r) => r.id === sensor?.roomId)?.storeyId, at && around(at))
  }
  if (list === 'hubs' || list === 'repeaters') {
    const place = plan.installation[list][index]?.place
    return mark(place?.storeyId, place && around(place.at))
  }
  if (list === 'doorways') {
    const doorway = plan.building.doorways?.[index]
    return mark(doorway?.storeyId, doorway && along(doorway.at, doorway.wall, doorway.widthM))
  }
  if (list === 'walls') {
    const wall = plan.building.walls?.[index]
    return mark(wall?.storeyId, wall && along(wall.at, wall.direction, wall.lengthM))
  }
  if (list === 'openings') {
    const opening = plan.building.openings?.[index]
    if (inner === 'landsAt') return mark(opening?.toStoreyId, opening && around(opening.landsAt))
    return mark(opening?.storeyId, opening?.area)
  }
  return null
}
