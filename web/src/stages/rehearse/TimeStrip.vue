<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { Plan, Rehearsed } from '@/api/types'
import { usePreferences } from '@/site/preferences'
import { duration, figure, show, volumeM3 } from '@/ui/units'
import { roundTicks } from '@/ui/ticks'
import { useWidth } from '@/ui/useWidth'
import { eventWords, phaseWords } from '@/ui/words'
import { curveUntil, lanesOf, lastOf, outAt } from './moment'
import { phaseFill } from './phaseLook'
import { whoOf } from './who'

/** Time against litres, with a lane for whoever acts; a moment of it is scrubbed, played, or chosen by its event. */
const props = defineProps<{
  rehearsed: Rehearsed
  plan: Plan
  /** Another rehearsal, laid over it. */
  over?: Rehearsed | null
  overName?: string
}>()
/** The moment that is looked at, s since the first drop. */
const at = defineModel<number>({ required: true })

const preferences = usePreferences()
const box = ref<HTMLElement>()
const boxWidth = useWidth(box, 640)
const width = computed(() => Math.max(280, boxWidth.value))
const CURVE_PX = 150
const LANE_PX = 22
const PAD = { left: 64, right: 18, top: 10, phases: 22, bottom: 26 }

const literSize = computed(() => volumeM3(preferences.system))
const endS = computed(() => Math.max(1e-6, lastOf(props.rehearsed)) * (props.rehearsed.endless ? 1 : 1.06))
const curve = computed(() => curveUntil(props.rehearsed, lastOf(props.rehearsed)))
/** From 0 to the most of something onto pixels: no more of a scale is needed in the first load. */
const scale = (most: number, fromPx: number, toPx: number) => (value: number) =>
  fromPx + (value / most) * (toPx - fromPx)
const x = computed(() => scale(endS.value, PAD.left, width.value - PAD.right))
const overCurve = computed(() => (props.over ? curveUntil(props.over, endS.value) : []))
const mostLitres = computed(() => {
  const most = Math.max(curve.value.at(-1)!.volumeM3, overCurve.value.at(-1)?.volumeM3 ?? 0)
  return Math.max(1e-9, most / literSize.value)
})
const ticksY = computed(() => roundTicks(mostLitres.value, 4))
const y = computed(() => scale(ticksY.value.at(-1)!, CURVE_PX, PAD.top))
const drawn = (of: Rehearsed['curve']) =>
  of.map((p) => [x.value(p.timeS), y.value(p.volumeM3 / literSize.value)] as [number, number])
const points = computed(() => drawn(curve.value))
const overPoints = computed(() => drawn(overCurve.value))
const through = (some: [number, number][]) => `M${some.map((p) => p.join()).join('L')}`
const edge = computed(() => through(points.value))
/** Below the curve, down to nothing. */
const water = computed(() => `${edge.value}V${CURVE_PX}H${x.value(0)}Z`)

const phases = computed(() =>
  props.rehearsed.spans
    .filter((s) => s.toS > s.fromS)
    .map((span) => {
      const from = x.value(span.fromS)
      const wide = Math.max(1.5, x.value(span.toS) - from)
      const name = phaseWords[span.phase]
      return { span, from, wide, name: wide > name.length * 7 + 8 ? name : '' }
    }),
)
const lanesTop = CURVE_PX + PAD.phases
const lanes = computed(() =>
  lanesOf(props.rehearsed, x.value, endS.value).map((lane, i) => ({
    ...lane,
    top: lanesTop + i * LANE_PX,
    middle: lanesTop + (i + 0.5) * LANE_PX,
  })),
)
const axisTop = computed(() => lanesTop + lanes.value.length * LANE_PX)
const height = computed(() => axisTop.value + PAD.bottom)

const STEPS_S = [
  0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 30, 60, 120, 300, 600, 1200, 1800, 3600, 7200, 14400, 43200, 86400,
]
const PIXELS_A_TICK = 95
const ticksX = computed(() => {
  const step = STEPS_S.find((s) => x.value(s) - x.value(0) >= PIXELS_A_TICK) ?? endS.value
  return Array.from({ length: Math.floor(endS.value / step) + 1 }, (_, i) => i * step).filter(
    (tick) => x.value(tick) < width.value - 38,
  )
})
const summary = computed(
  () =>
    `${props.rehearsed.spans.map((s) => `${phaseWords[s.phase]} ${show('volume', s.volumeM3, preferences.system)}`).join(', ') || 'The water runs on'}.`,
)

/** What is out by then, and what happened last, with who decided it. */
const told = computed(() => {
  const last = props.rehearsed.events.filter((e) => e.timeS <= at.value + 1e-9).at(-1)
  const who = last && whoOf(last, props.plan)
  return {
    out: show('volume', outAt(curve.value, at.value), preferences.system),
    last: last ? `${eventWords[last.kind]}${who ? `: ${who}` : ''}` : '',
  }
})

const PLAYED_MS = 8000
let frame = 0
const isPlaying = ref(false)
function play() {
  stop()
  const from = at.value >= endS.value * 0.999 ? 0 : at.value
  const begun = performance.now()
  isPlaying.value = true
  const step = (now: number) => {
    at.value = Math.min(endS.value, from + ((now - begun) / PLAYED_MS) * endS.value)
    if (at.value < endS.value) frame = requestAnimationFrame(step)
    else isPlaying.value = false
  }
  frame = requestAnimationFrame(step)
}
function stop() {
  cancelAnimationFrame(frame)
  isPlaying.value = false
}
onBeforeUnmount(stop)
watch(() => props.rehearsed.leakId + props.rehearsed.mode, stop)

function goTo(timeS: number) {
  stop()
  at.value = timeS
}
const scrub = (event: Event) => goTo(Number((event.target as HTMLInputElement).value))
</script>

<template>
  <div ref="box" class="bg-sheet rounded-sm">
    <svg
      :width="width"
      :height="height"
      role="group"
      :aria-label="`Time against litres. ${summary}`"
      class="block"
    >
      <g class="stroke-rule">
        <path v-for="tick in ticksY" :key="tick" :d="`M${PAD.left} ${y(tick)}H${width - PAD.right}`" />
        <path
          v-for="lane in lanes"
          :key="lane.name"
          :d="`M${PAD.left} ${lane.top + LANE_PX}H${width - PAD.right}`"
        />
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
      <g v-for="phase in phases" :key="`${phase.span.phase}${phase.span.fromS}`">
        <rect
          :x="phase.from"
          :y="CURVE_PX + 3"
          :width="phase.wide"
          :height="PAD.phases - 6"
          :class="phaseFill[phase.span.phase].fill"
        >
          <title>{{ phaseWords[phase.span.phase] }}</title>
        </rect>
        <text
          v-if="phase.name"
          :x="phase.from + 5"
          :y="CURVE_PX + 15"
          class="text-[12px] font-semibold"
          :class="phase.span.phase === 'stroke' ? 'fill-paper' : 'fill-ink'"
        >
          {{ phase.name }}
        </text>
      </g>
      <g v-if="overPoints.length" data-testid="laid-over">
        <path
          :d="through(overPoints)"
          class="stroke-ink fill-none"
          stroke-width="1.5"
          stroke-dasharray="5 4"
        />
        <text
          :x="width - PAD.right - 4"
          :y="Math.max(PAD.top + 10, overPoints.at(-1)![1] - 6)"
          text-anchor="end"
          class="halo fill-ink text-[12px] font-semibold"
        >
          {{ overName }}
        </text>
      </g>
      <g v-for="lane in lanes" :key="`n${lane.name}`">
        <text :x="PAD.left - 7" :y="lane.middle + 4" text-anchor="end" class="fill-faded text-[12px]">
          {{ lane.name }}
        </text>
        <rect
          v-for="stretch in lane.stretches"
          :key="stretch.fromS"
          :x="x(stretch.fromS)"
          :y="lane.middle - 3"
          :width="Math.max(1.5, x(stretch.toS) - x(stretch.fromS))"
          height="6"
          :class="lane.name === 'sensors' || lane.name === 'people' ? 'fill-rule' : 'fill-faded'"
        />
      </g>
      <path
        :d="`M${x(at)} ${PAD.top}V${axisTop}`"
        class="stroke-ink"
        stroke-width="1.5"
        stroke-dasharray="3 2"
        data-testid="playhead"
      />
      <g v-for="lane in lanes" :key="`m${lane.name}`">
        <g
          v-for="mark in lane.marks"
          :key="mark.events[0]"
          class="group cursor-pointer focus:outline-none"
          role="button"
          tabindex="0"
          :aria-label="
            mark.events
              .map((i) => `${eventWords[rehearsed.events[i]!.kind]}, ${duration(rehearsed.events[i]!.timeS)}`)
              .join('; ')
          "
          @click="goTo(rehearsed.events[mark.events.at(-1)!]!.timeS)"
          @keydown.enter.space.prevent="goTo(rehearsed.events[mark.events.at(-1)!]!.timeS)"
        >
          <rect :x="mark.x - 9" :y="lane.top" width="18" :height="LANE_PX" fill="transparent" />
          <rect
            :x="mark.x - 8"
            :y="lane.middle - 8"
            width="16"
            height="16"
            rx="8"
            class="group-focus-visible:stroke-moss fill-ink stroke-sheet"
            stroke-width="1.5"
          />
          <text
            :x="mark.x"
            :y="lane.middle + 4"
            text-anchor="middle"
            class="figures fill-sheet text-[11px] font-bold"
          >
            {{ mark.events[0]! + 1 }}{{ mark.events.length > 1 ? '+' : '' }}
          </text>
        </g>
      </g>
      <text
        v-for="(tick, i) in ticksX"
        :key="`t${tick}`"
        :x="x(tick)"
        :y="height - 8"
        :text-anchor="i === 0 ? 'start' : 'middle'"
        class="figures fill-faded text-[12px]"
      >
        {{ duration(tick) }}
      </text>
    </svg>
    <div class="flex flex-wrap items-center gap-x-3 px-3 pb-2">
      <button type="button" class="act-quiet" @click="isPlaying ? stop() : play()">
        {{ isPlaying ? 'Stop' : 'Play' }}
      </button>
      <label class="flex min-w-32 grow items-center max-md:min-h-11">
        <span class="sr-only">Moment since the first drop</span>
        <input
          type="range"
          min="0"
          :max="endS"
          :step="endS / 500"
          class="accent-ink block w-full"
          :value="at"
          :aria-valuetext="`${duration(at)}: ${told.out} out. ${told.last}`"
          @input="scrub"
        />
      </label>
      <p class="w-full sm:w-auto" data-testid="moment">
        <strong class="figures">{{ duration(at) }}</strong> ·
        <span class="figures text-river font-bold">{{ told.out }}</span> out · {{ told.last }}
      </p>
    </div>
  </div>
</template>
