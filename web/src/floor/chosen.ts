import type { FloorPoint, Plan } from '@/api/types'

/** What is looked at on the drawing. */
export interface Chosen {
  kind: 'room' | 'leak' | 'sensor' | 'doorway' | 'fixture' | 'opening' | 'wall' | 'hub' | 'repeater' | 'valve'
  id: string
}

/** A drain or a zone, by its place in the list of its room. */
export interface RoomMark {
  kind: 'drain' | 'zone'
  id: string
  roomId: string
  index: number
}

/** Which of a floor's edges, from the left and from above; a corner is two of them. */
export interface Sides {
  across?: 'left' | 'right'
  down?: 'top' | 'bottom'
}

/** An edge or a corner of one of a room's floors. */
export interface Edge {
  kind: 'edge'
  id: string
  roomId: string
  index: number
  sides: Sides
}

/** A thing that can be carried over the drawing. */
export type Thing = Chosen | RoomMark | Edge

/** A thing that is being moved, and where to; of an area that is its upper left corner. */
export interface Carried {
  thing: Thing
  to: FloorPoint
}

export const roomMark = (kind: RoomMark['kind'], roomId: string, index: number): RoomMark => ({
  kind,
  id: `${roomId}/${index}`,
  roomId,
  index,
})

export const edge = (roomId: string, index: number, sides: Sides): Edge => ({
  kind: 'edge',
  id: `${roomId}/${index}/${sides.across ?? ''}${sides.down ?? ''}`,
  roomId,
  index,
  sides,
})

export const isSame = (a: Thing, b: Thing): boolean => a.kind === b.kind && a.id === b.id

/** What on the drawing a JSON pointer into the plan leads to, and its storey; null where it leads to nothing that is drawn. */
export function chosenAt(plan: Plan, pointer: string): { chosen: Chosen; storeyId?: string | null } | null {
  const [, list, first, inner, second] = pointer.split('/').slice(1)
  const { installation, building } = plan
  const index = Number(first)
  if (list === 'sensors') {
    const sensor = installation.sensors[index]
    const storeyId = building.rooms.find((r) => r.id === sensor?.roomId)?.storeyId
    return sensor ? { chosen: { kind: 'sensor', id: sensor.id }, storeyId } : null
  }
  if (list === 'hubs' || list === 'repeaters') {
    const device = installation[list][index]
    const kind = list === 'hubs' ? 'hub' : 'repeater'
    return device ? { chosen: { kind, id: device.id }, storeyId: device.place?.storeyId } : null
  }
  if (list === 'drives' || list === 'stopValves') {
    const id = list === 'drives' ? installation.drives[index]?.stopValveId : building.stopValves[index]?.id
    const valve = building.stopValves.find((v) => v.id === id)
    return valve ? { chosen: { kind: 'valve', id: valve.id }, storeyId: valve.drawnAt?.storeyId } : null
  }
  if (list === 'rooms') {
    const room = building.rooms[index]
    const leak = inner === 'leaks' ? room?.leaks[Number(second)] : undefined
    if (leak?.at) return { chosen: { kind: 'leak', id: leak.id }, storeyId: room!.storeyId }
    return room?.areas.length ? { chosen: { kind: 'room', id: room.id }, storeyId: room.storeyId } : null
  }
  return null
}
