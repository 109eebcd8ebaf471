<script setup lang="ts">
import { line } from 'd3-shape'
import { computed } from 'vue'
import type { CurvePoint } from '@/api/types'
import { newGesture, startDrag, type DrawingPoint } from '@/ui/drag'
import { useUnitSystem } from '@/ui/unitSystem'
import { show } from '@/ui/units'

/** Seen along the stem: the handle open and closed, the motor's axis, and where that may lie: shut, and not straining. */
const props = defineProps<{
  values: { gripRadiusM: number; alongOpenM: number; alongClosedM: number }
  result: { endAngleDeg: number; shuts: boolean; tolerance: CurvePoint[] }
}>()
const emit = defineEmits<{
  /** With the number of the drag that it comes of. */
  change: [values: { alongOpenM: number; alongClosedM: number }, gesture?: number]
}>()

const system = useUnitSystem()
const STEM = { x: 150, y: 130 }
const scale = computed(() => 150 / props.values.gripRadiusM)
const toX = (m: number) => STEM.x + m * scale.value
const toY = (m: number) => STEM.y + m * scale.value
const outline = computed(
  () =>
    `${
      line<CurvePoint>(
        (p) => toX(p.x),
        (p) => toY(p.y),
      )(props.result.tolerance) ?? ''
    }z`,
)
const millimetres = (m: number) => Math.round(m * 10_000) / 10_000

const placeOf = ({ x, y }: DrawingPoint) => ({
  alongOpenM: millimetres((x - STEM.x) / scale.value),
  alongClosedM: millimetres((y - STEM.y) / scale.value),
})
function grab(press: PointerEvent) {
  const { alongOpenM, alongClosedM } = props.values
  const gesture = newGesture()
  startDrag(press, {
    move: (at) => emit('change', placeOf(at), gesture),
    cancel: () => emit('change', { alongOpenM, alongClosedM }, gesture),
  })
}

/** Arrow keys move the axis by half a millimetre. */
const STEP_M = 0.0005
function nudge(event: KeyboardEvent) {
  const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key]
  if (!step) return
  event.preventDefault()
  emit('change', {
    alongOpenM: millimetres(props.values.alongOpenM + step[0]! * STEP_M),
    alongClosedM: millimetres(props.values.alongClosedM + step[1]! * STEP_M),
  })
}
</script>

<template>
  <svg
    viewBox="0 0 420 310"
    class="w-full touch-none"
    role="group"
    aria-label="The handle seen along the stem"
  >
    <path :d="outline" class="fill-moss-wash stroke-moss" stroke-width="1.5" stroke-dasharray="4 3" />
    <path d="M0 116H420M0 144H420" class="stroke-rule" stroke-width="2" />
    <path
      :d="`M${STEM.x} ${STEM.y - 7}h190a7 7 0 0 1 0 14h-190z`"
      class="fill-sheet stroke-ink"
      stroke-width="1.6"
    />
    <g :transform="`rotate(${result.endAngleDeg} ${STEM.x} ${STEM.y})`">
      <path
        :d="`M${STEM.x} ${STEM.y - 7}h165a7 7 0 0 1 0 14h-165z`"
        class="fill-transparent"
        :class="result.shuts ? 'stroke-moss' : 'stroke-clay'"
        stroke-width="2"
        stroke-dasharray="6 4"
      />
    </g>
    <path :d="`M${STEM.x} ${STEM.y}V305`" class="stroke-rule" stroke-dasharray="2 5" />
    <text x="330" y="112" class="fill-faded text-[12.5px]">open</text>
    <text :x="STEM.x - 24" y="300" text-anchor="end" class="fill-faded text-[12.5px]">
      {{ result.shuts ? 'shut' : 'stops short' }}
    </text>
    <circle :cx="STEM.x" :cy="STEM.y" r="5" class="fill-ink" />
    <circle
      :cx="toX(values.alongOpenM)"
      :cy="toY(values.alongClosedM)"
      :r="150"
      class="stroke-faded fill-none"
      stroke-dasharray="1 5"
    />
    <g
      tabindex="0"
      role="slider"
      aria-label="Axis of the motor"
      aria-orientation="horizontal"
      :aria-valuenow="values.alongOpenM * 1000"
      :aria-valuetext="`${show('smallLength', values.alongOpenM, system)} along the open handle, ${show('smallLength', values.alongClosedM, system)} along the closed`"
      class="cursor-move"
      @pointerdown="grab"
      @keydown="nudge"
    >
      <circle :cx="toX(values.alongOpenM)" :cy="toY(values.alongClosedM)" r="18" class="fill-transparent" />
      <circle
        :cx="toX(values.alongOpenM)"
        :cy="toY(values.alongClosedM)"
        r="7"
        class="fill-moss stroke-sheet"
        stroke-width="2"
      />
      <path
        :d="`M${toX(values.alongOpenM) - 13} ${toY(values.alongClosedM)}h26M${toX(values.alongOpenM)} ${toY(values.alongClosedM) - 13}v26`"
        class="stroke-moss"
        stroke-width="1.5"
      />
    </g>
  </svg>
</template>
