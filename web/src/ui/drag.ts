/** Where a pointer is, in the units of the drawing that it is over. */
function inDrawing(event: PointerEvent): { x: number; y: number } {
  const element = event.currentTarget as SVGGraphicsElement
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(
    element.ownerSVGElement!.getScreenCTM()!.inverse(),
  )
  return { x: point.x, y: point.y }
}

/** Listeners for a part of an SVG that is dragged; `move` gets the pointer's place in the drawing. */
export function draggable(move: (x: number, y: number) => void) {
  let held = false
  return {
    pointerdown: (event: PointerEvent) => {
      held = true
      ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
      event.preventDefault()
    },
    pointermove: (event: PointerEvent) => {
      if (!held) return
      const { x, y } = inDrawing(event)
      move(x, y)
    },
    pointerup: () => {
      held = false
    },
    pointercancel: () => {
      held = false
    },
  }
}
