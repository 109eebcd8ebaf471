import { inject, provide, type InjectionKey } from 'vue'
import type { DrawingFrame } from './drawingFrame'
import type { useDrawnHands } from './drawnHands'
import type { useDrawnNames } from './drawnNames'
import type { DrawnThings } from './drawnThings'

/** What the layers of one storey's drawing have in common. */
export type StoreyDrawing = DrawnThings &
  DrawingFrame &
  ReturnType<typeof useDrawnNames> &
  Omit<ReturnType<typeof useDrawnHands>, 'letGo'>

const key: InjectionKey<StoreyDrawing> = Symbol('storey drawing')

export const provideStoreyDrawing = (drawing: StoreyDrawing) => provide(key, drawing)

/** The drawing that a layer is of. */
export const useStoreyDrawing = (): StoreyDrawing => inject(key)!
