<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { computed } from 'vue'
import type { CurvePoint } from '@/api/types'
import { usePreferences } from '@/site/preferences'
import { show, type ShownKind } from '@/ui/units'

/** A curve of one quantity against another, with points marked on it. */
const props = defineProps<{
  curve: CurvePoint[]
  xKind: ShownKind
  yKind: ShownKind
  marks: CurvePoint[]
  label: string
}>()

const preferences = usePreferences()
const W = 420
const H = 210
const x = computed(() => scaleLinear([0, props.curve.at(-1)?.x || 1], [66, W - 26]))
const y = computed(() =>
  scaleLinear([0, Math.max(...props.curve.map((p) => p.y)) || 1], [H - 30, 16]).nice(4),
)
const path = computed(
  () =>
    line<CurvePoint>(
      (p) => x.value(p.x),
      (p) => y.value(p.y),
    )(props.curve) ?? '',
)
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" class="w-full" role="img" :aria-label="label">
    <g v-for="tick in y.ticks(4)" :key="tick">
      <path :d="`M66 ${y(tick)}H${W - 26}`" class="stroke-rule" />
      <text x="60" :y="y(tick) + 4" text-anchor="end" class="figures fill-faded text-[12px]">
        {{ show(yKind, tick, preferences.system) }}
      </text>
    </g>
    <text
      v-for="tick in x.ticks(4)"
      :key="tick"
      :x="x(tick)"
      :y="H - 10"
      text-anchor="middle"
      class="figures fill-faded text-[12px]"
    >
      {{ show(xKind, tick, preferences.system) }}
    </text>
    <path :d="path" class="stroke-river" fill="none" stroke-width="2.5" />
    <circle
      v-for="(mark, i) in marks"
      :key="i"
      :cx="x(mark.x)"
      :cy="y(mark.y)"
      r="5"
      class="fill-sheet stroke-river"
      stroke-width="2.5"
    />
  </svg>
</template>
