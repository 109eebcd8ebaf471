import type { FloorPoint } from '@/api/types'

/** What is looked at on the drawing. */
export interface Chosen {
  kind: 'room' | 'leak' | 'sensor' | 'doorway' | 'fixture' | 'opening' | 'wall'
  id: string
}

/** A drain or a zone, by its place in the list of its room. */
export interface RoomMark {
  kind: 'drain' | 'zone'
  id: string
  roomId: string
  index: number
}

/** A thing that can be carried over the drawing. */
export type Thing = Chosen | RoomMark

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

export const isSame = (a: Thing, b: Thing): boolean => a.kind === b.kind && a.id === b.id
