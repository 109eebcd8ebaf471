import { computed, onBeforeUnmount, onMounted, shallowRef, type Ref } from 'vue'
import type { FloorPoint, FloorRectangle } from '@/api/types'
import { bounds, toCm } from './geometry'
import { useZoom } from './zoom'

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

interface Sheet {
  x: number
  y: number
  /** Units of the drawing in a pixel of the screen. */
  unit: number
}

/** What is kept free for words and buttons over the drawing, px. */
export interface Edges {
  top: number
  right: number
  bottom: number
}
const WIDE_PX = 600
const edgesOf = (width: number): Edges =>
  width > WIDE_PX ? { top: 30, right: 48, bottom: 24 } : { top: 30, right: 0, bottom: 52 }

/** All of the areas in the middle of what is free of a window. */
export function fitted(
  areas: FloorRectangle[],
  { width, height }: { width: number; height: number },
  { top, right, bottom } = edgesOf(width),
): Sheet {
  const box = bounds(areas)
  const [wide, high] = [box.lengthM * SCALE + 2 * MARGIN, box.widthM * SCALE + 2 * MARGIN]
  const free = { width: Math.max(1, width - right), height: Math.max(1, height - top - bottom) }
  const unit = Math.max(wide / free.width, high / free.height)
  return {
    x: box.acrossM * SCALE - MARGIN - (free.width * unit - wide) / 2,
    y: box.downM * SCALE - MARGIN - top * unit - (free.height * unit - high) / 2,
    unit,
  }
}

/** What of the storey is in the window, and how large words and symbols have to be to be read and touched. */
export function useDrawingFrame(pane: Ref<HTMLElement | undefined>, areas: () => FloorRectangle[]) {
  const shown = shallowRef({ width: 700, height: 500 })
  const observer = new ResizeObserver(([entry]) => {
    const { width, height } = entry!.contentRect
    if (width > 0 && height > 0) shown.value = { width, height }
  })
  onMounted(() => observer.observe(pane.value!))
  onBeforeUnmount(() => observer.disconnect())

  /** While something is held the sheet stays as it is, however far the thing is carried. */
  const held = shallowRef<Sheet | null>(null)
  const ofAll = computed(() => fitted(areas(), shown.value))
  const sheet = computed(() => held.value ?? ofAll.value)
  const hold = () => void (held.value = ofAll.value)
  const letGo = () => void (held.value = null)

  const zoom = useZoom(pane)
  const unitsPerPixel = computed(() => sheet.value.unit / zoom.at.value.k)
  const frame = computed(() => {
    const { x, y } = zoom.at.value
    const unit = unitsPerPixel.value
    const { width, height } = shown.value
    return [sheet.value.x - x * unit, sheet.value.y - y * unit, width * unit, height * unit]
  })
  /** Names are laid out anew once the zoom has come to rest. */
  const restingUnits = computed(() => sheet.value.unit / zoom.resting.value)
  const textSize = computed(() => Math.max(12, Math.min(17, shown.value.width / 44)) * restingUnits.value)
  const symbolScale = computed(() => Math.min(2.4, Math.max(0.35, 0.8 * unitsPerPixel.value)))
  const symbolAt = (at: FloorPoint) =>
    `translate(${at.acrossM * SCALE} ${at.downM * SCALE}) scale(${symbolScale.value})`

  return { frame, hold, letGo, unitsPerPixel, textSize, symbolScale, symbolAt, zoom }
}

export type DrawingFrame = ReturnType<typeof useDrawingFrame>
