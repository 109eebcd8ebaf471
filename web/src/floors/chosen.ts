/** What is looked at on the drawing. */
export interface Chosen {
  kind: 'room' | 'leak' | 'sensor' | 'doorway'
  id: string
}
