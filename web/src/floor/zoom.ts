import { select } from 'd3-selection'
import { zoom as zooming, zoomIdentity, type D3ZoomEvent } from 'd3-zoom'
import { onBeforeUnmount, onMounted, shallowRef, type Ref } from 'vue'

const FARTHEST = 0.5
const NEAREST = 12
const STEP = 1.4

/** Pan and zoom by wheel, fingers and keys; in pixels of the window, from where all is in it. */
export function useZoom(svg: Ref<SVGSVGElement | undefined>) {
  const at = shallowRef(zoomIdentity)
  /** How near it was when it last came to rest. */
  const resting = shallowRef(1)

  const behaviour = zooming<SVGSVGElement, unknown>()
    .scaleExtent([FARTHEST, NEAREST])
    .filter((event: Event) => {
      if (event instanceof WheelEvent) return true
      // Two fingers are always for the sheet, one only where nothing is held by it.
      const fingers = 'touches' in event ? (event as TouchEvent).touches.length : 1
      return fingers > 1 || !(event.target as Element).closest('[data-drag], [data-pick]')
    })
    .on('zoom', ({ transform }: D3ZoomEvent<SVGSVGElement, unknown>) => (at.value = transform))
    .on('end', ({ transform }: D3ZoomEvent<SVGSVGElement, unknown>) => (resting.value = transform.k))

  onMounted(() => select(svg.value!).call(behaviour).on('dblclick.zoom', null))
  onBeforeUnmount(() => svg.value && select(svg.value).on('.zoom', null))

  const by = (factor: number) => svg.value && behaviour.scaleBy(select(svg.value), factor)
  const nearer = () => by(STEP)
  const farther = () => by(1 / STEP)
  /** All in the window again. */
  const fit = () => svg.value && behaviour.transform(select(svg.value), zoomIdentity)

  return { at, resting, nearer, farther, fit }
}
