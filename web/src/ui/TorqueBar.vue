<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { computed } from 'vue'
import type { DriveVerdict } from '@/api/types'
import { useUnitSystem } from '@/ui/unitSystem'
import SeverityMark from './SeverityMark.vue'
import { lacksTorque } from './torque'
import { figure, show } from './units'

/** What the valve takes, what it takes with reserve, and what the drive has, on one scale. */
const props = defineProps<{
  verdict: Omit<DriveVerdict, 'findings'>
  /** The torque in hand already stands beside it. */
  withoutFigure?: boolean
}>()

const system = useUnitSystem()
const words: Record<DriveVerdict['verdict'], string> = {
  passes: 'It turns this valve',
  caution: 'It turns, with little in hand',
  stop: 'Not counted on to close',
  unknown: 'Not known',
}

const bars = computed(() => [
  { name: 'Breakaway', nm: props.verdict.breakawayNm, fill: 'fill-faded' },
  { name: 'Needed, × 1.5', nm: props.verdict.neededNm, fill: 'fill-ink' },
  { name: 'The drive has', nm: props.verdict.availableNm, fill: 'fill-moss' },
])
const x = computed(() =>
  scaleLinear()
    .domain([0, Math.max(1, ...bars.value.map((b) => b.nm ?? 0))])
    .range([0, 250]),
)
</script>

<template>
  <figure>
    <figcaption class="mb-2">
      <span v-if="verdict.ratio != null && !withoutFigure" class="block">
        <span class="figures text-3xl font-bold" :class="{ 'text-clay': lacksTorque(verdict.ratio) }">
          {{ figure(verdict.ratio) }} ×
        </span>
        torque in hand
      </span>
      <span class="flex items-center gap-2 font-semibold">
        <SeverityMark v-if="verdict.verdict === 'stop'" severity="stop" />
        <SeverityMark v-else-if="verdict.verdict !== 'passes'" severity="caution" />
        {{ words[verdict.verdict] }}
      </span>
    </figcaption>
    <svg viewBox="0 0 250 122" class="w-full max-w-80" role="img" aria-label="Torques on one scale">
      <g v-for="(bar, i) in bars" :key="bar.name" :transform="`translate(0 ${i * 41})`">
        <text y="13" class="fill-faded text-[12.5px]">{{ bar.name }}</text>
        <text x="250" y="13" text-anchor="end" class="figures fill-ink text-[13px] font-bold">
          {{ bar.nm == null ? 'not known' : show('torque', bar.nm, system) }}
        </text>
        <rect y="19" width="250" height="10" class="fill-paper" />
        <rect y="19" :width="x(bar.nm ?? 0)" height="10" :class="bar.fill" />
      </g>
    </svg>
    <p class="text-faded text-[13px]">
      Breakaway
      {{
        verdict.basis === 'measured'
          ? 'measured on this valve'
          : verdict.basis === 'estimated'
            ? 'estimated by size and feel'
            : 'not known'
      }}. Torque in hand below 1 × stalls, below 1.5 × may stall as the valve ages; 1.9 × is enough.
    </p>
  </figure>
</template>
