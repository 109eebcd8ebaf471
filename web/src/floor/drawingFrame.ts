import { computed, onBeforeUnmount, onMounted, shallowRef, type Ref } from 'vue'
import type { FloorPoint, FloorRectangle } from '@/api/types'
import { bounds, toCm } from './geometry'

/** Units of the drawing in a metre. */
export const SCALE = 100
const MARGIN = 40

/** An area in units of the drawing. */
export const rect = (area: FloorRectangle) => ({
  x: area.acrossM * SCALE,
  y: area.downM * SCALE,
  width: area.lengthM * SCALE,
  height: area.widthM * SCALE,
})

/** A place on the storey, to the centimetre, from units of the drawing. */
export const metres = (x: number, y: number): FloorPoint => ({
  acrossM: toCm(x / SCALE),
  downM: toCm(y / SCALE),
})

/** What of the storey is in the window, and how large words and symbols have to be to be read and touched. */
export function useDrawingFrame(svg: Ref<SVGSVGElement | undefined>, areas: () => FloorRectangle[]) {
  /** While something is held the sheet stays as it is, however far the thing is carried. */
  const held = shallowRef<number[] | null>(null)
  const ofAll = computed(() => {
    const box = bounds(areas())
    return [
      box.acrossM * SCALE - MARGIN,
      box.downM * SCALE - MARGIN,
      box.lengthM * SCALE + 2 * MARGIN,
      box.widthM * SCALE + 2 * MARGIN,
    ]
  })
  const frame = computed(() => held.value ?? ofAll.value)
  const hold = () => void (held.value = ofAll.value)
  const letGo = () => void (held.value = null)

  const shown = shallowRef({ width: 700, height: 500 })
  const observer = new ResizeObserver(([entry]) => (shown.value = entry!.contentRect))
  onMounted(() => observer.observe(svg.value!))
  onBeforeUnmount(() => observer.disconnect())
  /** Units of the drawing in a pixel of the screen. */
  const unitsPerPixel = computed(() =>
    Math.max(frame.value[2]! / shown.value.width, frame.value[3]! / shown.value.height),
  )
  const textSize = computed(() => Math.max(13, Math.min(20, shown.value.width / 36)) * unitsPerPixel.value)
  const symbolScale = computed(() => Math.max(1, 0.8 * unitsPerPixel.value))
  const symbolAt = (at: FloorPoint) =>
    `translate(${at.acrossM * SCALE} ${at.downM * SCALE}) scale(${symbolScale.value})`

  return { frame, hold, letGo, unitsPerPixel, textSize, symbolScale, symbolAt }
}

export type DrawingFrame = ReturnType<typeof useDrawingFrame>
