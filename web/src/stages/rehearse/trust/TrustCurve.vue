<script setup lang="ts">
import { scaleLog } from 'd3-scale'
import { line } from 'd3-shape'
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import type { TrustRow } from '@/api/types'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { useWidth } from '@/ui/useWidth'
import { oneIn, period } from './trustRows'

/** How often a leak is not stopped, by the time from one test to the next. */
const props = defineProps<{ row: TrustRow }>()
const open = useOpenPlan()
const { data } = usePlanQuery(
  () => ['trustCurve', props.row.leakId, props.row.modes[0]],
  (plan, signal) => api.trustCurve(plan, props.row.leakId, props.row.modes[0]!, signal),
)
const box = ref<HTMLElement>()
const width = useWidth(box)
const HEIGHT = 220
const PAD = { left: 76, right: 12, top: 14, bottom: 40 }
const YEAR_S = 31557600
const ticks = [YEAR_S / 52, YEAR_S / 12, YEAR_S / 4, YEAR_S, 4 * YEAR_S, 20 * YEAR_S]

const target = computed(() => open.plan!.failures?.target)
const now = computed(() => open.plan!.failures?.testEveryS)
const points = computed(() => (data.value ?? []).filter((p) => p.onDemand > 0))
const x = computed(() => scaleLog([ticks[0]!, ticks.at(-1)!], [PAD.left, width.value - PAD.right]))
const y = computed(() => {
  const all = points.value.map((p) => p.onDemand).concat(target.value ?? [])
  return scaleLog([Math.min(...all), Math.max(...all)], [HEIGHT - PAD.bottom, PAD.top]).nice()
})
const path = computed(
  () => line()(points.value.map((p) => [x.value(p.testEveryS), y.value(p.onDemand)])) ?? '',
)
/** Whole powers of ten, as "1 in 100". */
const levels = computed(() => y.value.ticks().filter((t) => Math.abs(Math.log10(t) % 1) < 1e-9))
const isInside = (seconds: number) => seconds >= ticks[0]! && seconds <= ticks.at(-1)!
</script>

<template>
  <figure ref="box" class="bg-sheet rounded-sm">
    <svg
      v-if="points.length"
      :width="width"
      :height="HEIGHT"
      role="img"
      :aria-label="`Not stopped, by the time between tests: ${oneIn(points[0]!.onDemand)} when tested every week, ${oneIn(points.at(-1)!.onDemand)} every 20 years`"
    >
      <g v-for="level in levels" :key="level">
        <path :d="`M${PAD.left} ${y(level)}H${width - PAD.right}`" class="stroke-rule" />
        <text :x="PAD.left - 6" :y="y(level) + 4" text-anchor="end" class="figures fill-faded text-[12px]">
          {{ oneIn(level) }}
        </text>
      </g>
      <text
        v-for="(tick, i) in ticks"
        :key="tick"
        :x="x(tick)"
        :y="HEIGHT - PAD.bottom + 16"
        :text-anchor="i === ticks.length - 1 ? 'end' : 'middle'"
        class="figures fill-faded text-[12px]"
      >
        {{ ['week', 'month', '3 mo', 'year', '4 y', '20 y'][i] }}
      </text>
      <text :x="width - PAD.right" :y="HEIGHT - 6" text-anchor="end" class="fill-faded text-[12px]">
        from one test to the next
      </text>
      <g v-if="target">
        <path
          :d="`M${PAD.left} ${y(target)}H${width - PAD.right}`"
          class="stroke-clay"
          stroke-dasharray="5 4"
        />
        <text :x="PAD.left + 6" :y="y(target) - 5" class="halo fill-clay text-[12px]">
          at most {{ oneIn(target) }}
        </text>
      </g>
      <path :d="path" class="stroke-ink fill-none" stroke-width="2" />
      <g v-if="now && isInside(now) && row.onDemand">
        <rect
          :x="x(now) - 5.5"
          :y="y(row.onDemand) - 5.5"
          width="11"
          height="11"
          class="fill-ink stroke-sheet"
          stroke-width="1.5"
        />
        <text :x="x(now) + 10" :y="y(row.onDemand) + 16" class="halo fill-ink text-[12px] font-bold">
          now
        </text>
      </g>
      <g v-if="row.longestTestS && target && isInside(row.longestTestS)">
        <circle
          :cx="x(row.longestTestS)"
          :cy="y(target)"
          r="5"
          class="fill-sheet stroke-clay"
          stroke-width="2"
        />
        <text
          :x="x(row.longestTestS) - 8"
          :y="y(target) + 17"
          text-anchor="end"
          class="halo fill-clay text-[12px] font-bold"
        >
          {{ period(row.longestTestS) }}
        </text>
      </g>
    </svg>
  </figure>
</template>
