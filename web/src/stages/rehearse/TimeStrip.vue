<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { area, line } from 'd3-shape'
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import type { Plan, Rehearsed } from '@/api/types'
import { usePreferences } from '@/site/preferences'
import { duration, figure, show } from '@/ui/units'
import { phaseWords } from '@/ui/words'
import { phaseFill } from './phaseLook'

/** Time against what is out, with phases as a lane below and events numbered on the line. */
const props = defineProps<{ rehearsed: Rehearsed; plan: Plan }>()

const preferences = usePreferences()
const box = ref<HTMLElement>()
const width = ref(640)
const HEIGHT = 260
const PAD = { left: 64, right: 18, top: 18, lane: 22, bottom: 26 }

let watcher: ResizeObserver | undefined
onMounted(() => {
  watcher = new ResizeObserver(([entry]) => (width.value = Math.max(280, entry!.contentRect.width)))
  watcher.observe(box.value!)
})
onBeforeUnmount(() => watcher?.disconnect())

const floor = HEIGHT - PAD.bottom - PAD.lane
const literSize = computed(() => (preferences.system === 'metric' ? 1e-3 : 3.785411784e-3))
const curve = computed(() => props.rehearsed.curve)
const endS = computed(() => Math.max(1e-6, curve.value.at(-1)!.timeS) * (props.rehearsed.endless ? 1 : 1.06))
const x = computed(() => scaleLinear([0, endS.value], [PAD.left, width.value - PAD.right]))
const y = computed(() =>
  scaleLinear([0, Math.max(1e-9, curve.value.at(-1)!.volumeM3 / literSize.value)], [floor, PAD.top]).nice(4),
)

const points = computed(() =>
  curve.value.map((p) => [x.value(p.timeS), y.value(p.volumeM3 / literSize.value)] as [number, number]),
)
const water = computed(
  () =>
    area<[number, number]>(
      (p) => p[0],
      floor,
      (p) => p[1],
    )(points.value) ?? '',
)
const edge = computed(() => line()(points.value) ?? '')

/** Events closer than a marker is wide are stacked upwards. */
const markers = computed(() => {
  const placed: { x: number; y: number; lineY: number; number: number }[] = []
  props.rehearsed.events.forEach((event, i) => {
    const at = x.value(event.timeS)
    const lineY = y.value(event.volumeM3 / literSize.value)
    let markY = lineY - 14
    for (const other of placed)
      if (Math.abs(other.x - at) < 17 && Math.abs(other.y - markY) < 17) markY = other.y - 18
    placed.push({ x: at, y: markY, lineY, number: i + 1 })
  })
  const highest = Math.min(...placed.map((p) => p.y), PAD.top)
  // Where the stack would leave the sheet, all of it goes below the line's end instead.
  return highest < 9 ? placed.map((p) => ({ ...p, y: p.y + (9 - highest) })) : placed
})

const lanes = computed(() =>
  props.rehearsed.spans
    .filter((s) => s.toS > s.fromS)
    .map((span) => {
      const from = x.value(span.fromS)
      const wide = Math.max(1.5, x.value(span.toS) - from)
      const name = phaseWords[span.phase]
      return { span, from, wide, name: wide > name.length * 7 + 8 ? name : '' }
    }),
)

const STEPS_S = [
  0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 30, 60, 120, 300, 600, 1200, 1800, 3600, 7200, 14400, 43200, 86400,
]
const PIXELS_A_TICK = 95
const ticksX = computed(() => {
  const step = STEPS_S.find((s) => x.value(s) - x.value(0) >= PIXELS_A_TICK) ?? endS.value
  return Array.from({ length: Math.floor(endS.value / step) + 1 }, (_, i) => i * step).filter(
    (at) => x.value(at) < width.value - 38,
  )
})
const ticksY = computed(() => y.value.ticks(4))
const summary = computed(
  () =>
    `${props.rehearsed.spans.map((s) => `${phaseWords[s.phase]} ${show('volume', s.volumeM3, preferences.system)}`).join(', ') || 'The water runs on'}.`,
)
</script>

<template>
  <div ref="box" class="bg-sheet rounded-sm">
    <svg
      :width="width"
      :height="HEIGHT"
      role="img"
      :aria-label="`Time against litres. ${summary}`"
      class="block"
    >
      <g class="stroke-rule">
        <path v-for="tick in ticksY" :key="tick" :d="`M${PAD.left} ${y(tick)}H${width - PAD.right}`" />
      </g>
      <text
        v-for="tick in ticksY"
        :key="`l${tick}`"
        :x="PAD.left - 7"
        :y="y(tick) + 4"
        text-anchor="end"
        class="figures fill-faded text-[12px]"
      >
        {{ figure(tick) }} {{ preferences.system === 'metric' ? 'L' : 'gal' }}
      </text>
      <path :d="water" class="fill-river/25" />
      <path :d="edge" class="stroke-river" fill="none" stroke-width="2.2" />
      <g v-for="marker in markers" :key="marker.number">
        <path :d="`M${marker.x} ${marker.y}V${marker.lineY}`" class="stroke-river" stroke-width="1" />
        <circle :cx="marker.x" :cy="marker.y" r="8.5" class="fill-river" />
        <text
          :x="marker.x"
          :y="marker.y + 4"
          text-anchor="middle"
          class="figures fill-paper text-[12px] font-bold"
        >
          {{ marker.number }}
        </text>
      </g>
      <g v-for="lane in lanes" :key="`${lane.span.phase}${lane.span.fromS}`">
        <rect
          :x="lane.from"
          :y="floor + 3"
          :width="lane.wide"
          :height="PAD.lane - 6"
          :class="phaseFill[lane.span.phase].fill"
        >
          <title>{{ phaseWords[lane.span.phase] }}</title>
        </rect>
        <text
          v-if="lane.name"
          :x="lane.from + 5"
          :y="floor + 15"
          class="text-[12px] font-semibold"
          :class="lane.span.phase === 'stroke' ? 'fill-paper' : 'fill-ink'"
        >
          {{ lane.name }}
        </text>
      </g>
      <text
        v-for="(tick, i) in ticksX"
        :key="`t${tick}`"
        :x="x(tick)"
        :y="HEIGHT - 8"
        :text-anchor="i === 0 ? 'start' : 'middle'"
        class="figures fill-faded text-[12px]"
      >
        {{ duration(tick) }}
      </text>
    </svg>
  </div>
</template>
