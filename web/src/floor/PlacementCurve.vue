<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { computed } from 'vue'
import type { PlacementStep } from '@/api/types'
import { usePreferences } from '@/site/preferences'
import { show } from '@/ui/units'

/** Litres at worst against the number of sensors; the one that is looked at is marked. */
const props = defineProps<{ steps: PlacementStep[]; most: number; chosen: number }>()
const emit = defineEmits<{ choose: [sensors: number] }>()
const preferences = usePreferences()

const WIDTH = 300
const HEIGHT = 120
const shown = computed(() => props.steps.filter((s) => s.worstM3 != null))
const x = computed(() =>
  scaleLinear()
    .domain([0, Math.max(props.most, 1)])
    .range([34, WIDTH - 8]),
)
const y = computed(() =>
  scaleLinear()
    .domain([0, Math.max(1e-6, ...shown.value.map((s) => s.worstM3!))])
    .range([HEIGHT - 22, 10]),
)
const line = computed(() => shown.value.map((s) => `${x.value(s.sensors)},${y.value(s.worstM3!)}`).join(' '))
const ticks = computed(() => y.value.ticks(3))
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" class="w-full" role="group" aria-label="Litres against sensors">
    <g v-for="tick in ticks" :key="tick" aria-hidden="true">
      <line :x1="34" :x2="WIDTH - 8" :y1="y(tick)" :y2="y(tick)" class="stroke-rule" />
      <text :x="30" :y="y(tick) + 4" text-anchor="end" class="figures fill-faded text-[10px]">
        {{ show('volume', tick, preferences.system) }}
      </text>
    </g>
    <polyline :points="line" fill="none" class="stroke-river" stroke-width="2.5" aria-hidden="true" />
    <g
      v-for="step in shown"
      :key="step.sensors"
      role="button"
      tabindex="0"
      class="cursor-pointer"
      :aria-label="`${step.sensors} more: ${show('volume', step.worstM3!, preferences.system)} at worst`"
      :aria-pressed="step.sensors === chosen"
      @click="emit('choose', step.sensors)"
      @keydown.enter="emit('choose', step.sensors)"
      @keydown.space.prevent="emit('choose', step.sensors)"
    >
      <rect :x="x(step.sensors) - 9" :y="0" width="18" :height="HEIGHT" fill="transparent" />
      <circle
        :cx="x(step.sensors)"
        :cy="y(step.worstM3!)"
        :r="step.sensors === chosen ? 6 : 4"
        class="stroke-sheet"
        :class="
          step.sensors === chosen ? 'fill-moss' : step.unheardLeakIds.length ? 'fill-clay' : 'fill-river'
        "
        stroke-width="1.5"
      />
      <text
        :x="x(step.sensors)"
        :y="HEIGHT - 6"
        text-anchor="middle"
        class="figures text-[11px]"
        :class="step.sensors === chosen ? 'fill-moss font-bold' : 'fill-faded'"
      >
        {{ step.sensors }}
      </text>
    </g>
  </svg>
</template>
