import { select } from 'd3-selection'
import { zoom as zooming, zoomIdentity, type D3ZoomEvent } from 'd3-zoom'
import { onBeforeUnmount, onMounted, shallowRef, type Ref } from 'vue'

const FARTHEST = 0.5
const NEAREST = 12
const STEP = 1.4

/**
 * Pan and zoom by wheel, fingers and keys; in pixels of the window, from where all is in it.
 * @param pane Round the drawing: inside an SVG places would be told in units that change with the zoom.
 */
export function useZoom(pane: Ref<HTMLElement | undefined>) {
  const at = shallowRef(zoomIdentity)
  /** How near it was when it last came to rest. */
  const resting = shallowRef(1)

  const behaviour = zooming<HTMLElement, unknown>()
    .scaleExtent([FARTHEST, NEAREST])
    .filter((event: Event) => {
      if (event instanceof WheelEvent) return true
      // Two fingers are always for the sheet, one only where nothing is held by it.
      const fingers = 'touches' in event ? (event as TouchEvent).touches.length : 1
      return fingers > 1 || !(event.target as Element).closest('[data-drag], [data-pick]')
    })
    .on('zoom', ({ transform }: D3ZoomEvent<HTMLElement, unknown>) => (at.value = transform))
    .on('end', ({ transform }: D3ZoomEvent<HTMLElement, unknown>) => (resting.value = transform.k))

  onMounted(() => select(pane.value!).call(behaviour).on('dblclick.zoom', null))
  onBeforeUnmount(() => pane.value && select(pane.value).on('.zoom', null))

  const by = (factor: number) => pane.value && behaviour.scaleBy(select(pane.value), factor)
  const nearer = () => by(STEP)
  const farther = () => by(1 / STEP)
  /** All in the window again. */
  const fit = () => pane.value && behaviour.transform(select(pane.value), zoomIdentity)

  return { at, resting, nearer, farther, fit }
}
