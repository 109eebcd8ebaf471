import type { FloorPoint } from '@/api/types'

/** What is looked at on the drawing. */
export interface Chosen {
  kind: 'room' | 'leak' | 'sensor' | 'doorway' | 'fixture' | 'opening' | 'wall'
  id: string
}

/** A thing that is being moved, and where to. */
export interface Carried {
  chosen: Chosen
  to: FloorPoint
}
