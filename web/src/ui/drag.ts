/** A place in the drawing's own units. */
export interface DrawingPoint {
  x: number
  y: number
}

export interface DragListeners {
  /** Called at each move, and for the last time where it was let go. */
  move: (at: DrawingPoint, from: DrawingPoint) => void
  /** It was let go after it had been moved. */
  drop?: () => void
  /** Either way, and also where it was not moved at all. */
  end?: () => void
  /** Escape was pressed, or the system took the pointer away: nothing is to have happened. */
  cancel?: () => void
}

let gestures = 0
/** A number for a drag, so that all that comes of it can be told from what comes of others. */
export const newGesture = (): number => ++gestures

/** A press that trembles by less is no drag, px. */
const TREMBLE_PX = { mouse: 3, touch: 8 }

/**
 * Follows a pointer from the press on a part of an SVG until it is let go, wherever it goes and however often the part is drawn
 * anew meanwhile.
 */
export function startDrag(press: PointerEvent, { move, drop, cancel, end }: DragListeners): void {
  if (!press.isPrimary || press.button !== 0) return
  const part = press.currentTarget as SVGGraphicsElement
  const svg = part.ownerSVGElement ?? (part as unknown as SVGSVGElement)
  // Against the selection of text; the focus goes where the browser would have put it.
  press.preventDefault()
  part.focus({ preventScroll: true })
  // As the drawing lies at the press: what appears above it meanwhile must not carry the thing along.
  const toDrawing = svg.getScreenCTM()!.inverse()
  const inDrawing = (event: PointerEvent): DrawingPoint => {
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(toDrawing)
    return { x, y }
  }
  const from = inDrawing(press)
  const tremble = press.pointerType === 'touch' ? TREMBLE_PX.touch : TREMBLE_PX.mouse
  let hasMoved = false

  const ended = new AbortController()
  const on = <K extends keyof WindowEventMap>(name: K, listener: (event: WindowEventMap[K]) => void) =>
    window.addEventListener(name, listener, { signal: ended.signal, capture: true })
  const onPointer = (
    name: 'pointermove' | 'pointerup' | 'pointercancel',
    listener: (event: PointerEvent) => void,
  ) => on(name, (event) => event.pointerId === press.pointerId && listener(event))
  const follow = (event: PointerEvent) => {
    hasMoved ||= Math.hypot(event.clientX - press.clientX, event.clientY - press.clientY) > tremble
    if (hasMoved) move(inDrawing(event), from)
  }
  const stop = (told?: () => void) => {
    ended.abort()
    end?.()
    if (hasMoved) told?.()
  }

  onPointer('pointermove', follow)
  onPointer('pointerup', (event) => {
    follow(event)
    stop(drop)
  })
  onPointer('pointercancel', () => stop(cancel))
  // A second finger is for the sheet.
  on(
    'pointerdown',
    (event) => event.pointerType === 'touch' && event.pointerId !== press.pointerId && stop(cancel),
  )
  on('keydown', (event) => {
    if (event.key !== 'Escape') return
    event.preventDefault()
    event.stopPropagation()
    stop(cancel)
  })
}
