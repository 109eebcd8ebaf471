<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import type { NuisanceEvent } from '@/api/types'
import { setNuisance } from '@/site/commands/nuisance'
import { setDelay } from '@/site/commands/ruled'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { usePreferences } from '@/site/preferences'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import { clock, figure, show } from '@/ui/units'
import { useWidth } from '@/ui/useWidth'

/** How often the rules would close for nothing, against what the wait costs: the curve that a delay is chosen from. */
const open = useOpenPlan()
const preferences = usePreferences()
const { data } = usePlanQuery(() => ['nuisance'], api.countNuisance)
const kinds: { kind: NuisanceEvent['kind']; label: string }[] = [
  { kind: 'mop', label: 'A mop' },
  { kind: 'splash', label: 'A splash' },
  { kind: 'condensation', label: 'Condensation' },
  { kind: 'knocked', label: 'A sensor knocked' },
]
const eventOf = (kind: NuisanceEvent['kind']) => open.plan!.building.nuisance?.find((e) => e.kind === kind)
const set = (kind: NuisanceEvent['kind'], key: 'perYear' | 'lastsS') => (values: number[] | null) =>
  open.edit(`nuisance ${kind} ${key}`, setNuisance(kind, { [key]: values?.[0] ?? null }))

const box = ref<HTMLElement>()
const width = useWidth(box)
const HEIGHT = 210
const PAD = { left: 44, right: 40, top: 18, bottom: 34 }
const points = computed(() => (data.value?.curve ?? []).filter((p) => p.meanM3 != null))
const x = computed(() => {
  const lost = [...points.value.map((p) => p.meanM3!), data.value!.meanM3 ?? points.value[0]!.meanM3!]
  return scaleLinear([Math.min(...lost), Math.max(...lost)], [PAD.left + 14, width.value - PAD.right])
})
const y = computed(() =>
  scaleLinear(
    [0, Math.max(1e-6, data.value!.closingsPerYear ?? 0, ...points.value.map((p) => p.closingsPerYear))],
    [HEIGHT - PAD.bottom, PAD.top],
  ).nice(4),
)
const path = computed(
  () =>
    line()(points.value.map((p) => [x.value(p.meanM3!), y.value(p.closingsPerYear)] as [number, number])) ??
    '',
)
const litres = (m3: number) => show('volume', m3, preferences.system)
const isNow = (delayS: number) => data.value?.delayS === delayS
</script>

<template>
  <section>
    <p v-if="data" aria-live="polite" class="mb-2">
      <template v-if="data.closingsPerYear != null">
        <strong class="figures text-3xl leading-none" data-testid="false-closings">{{
          figure(data.closingsPerYear)
        }}</strong>
        closings for nothing a year.
      </template>
      <span v-else class="text-faded"
        >Say how often a sensor is wet although nothing leaks, and for how long.</span
      >
    </p>
    <div class="grid grid-cols-2 gap-x-5 gap-y-3 sm:max-w-xl">
      <template v-for="{ kind, label } in kinds" :key="kind">
        <MeasureField
          :label="`${label}, times a year`"
          kind="number"
          empty-word="not said"
          :values="one(eventOf(kind)?.perYear)"
          :apply="set(kind, 'perYear')"
        />
        <MeasureField
          :label="`${label}: wet for`"
          kind="duration"
          empty-word="not said"
          :values="one(eventOf(kind)?.lastsS)"
          :apply="set(kind, 'lastsS')"
        />
      </template>
    </div>
    <figure class="bg-sheet mt-4 max-w-xl rounded-sm" :class="{ 'p-2': points.length }">
      <div ref="box" />
      <svg
        v-if="points.length"
        :width="width"
        :height="HEIGHT"
        role="group"
        aria-label="Closings for nothing against litres, by delay"
      >
        <g v-for="tick in y.ticks(4)" :key="tick">
          <path :d="`M${PAD.left} ${y(tick)}H${width - 8}`" class="stroke-rule" />
          <text :x="PAD.left - 6" :y="y(tick) + 4" text-anchor="end" class="figures fill-faded text-[12px]">
            {{ figure(tick) }}
          </text>
        </g>
        <text :x="4" :y="11" class="fill-faded text-[12px]">for nothing, a year</text>
        <text :x="width - 6" :y="HEIGHT - 6" text-anchor="end" class="fill-faded text-[12px]">
          lost on average, by delay
        </text>
        <path :d="path" class="stroke-ink fill-none" stroke-width="1.5" />
        <g
          v-for="(point, i) in points"
          :key="point.delayS"
          role="button"
          tabindex="0"
          class="group cursor-pointer focus:outline-none"
          :aria-label="`Delay ${clock(point.delayS)}: ${figure(point.closingsPerYear)} closings for nothing a year, ${litres(point.meanM3!)} lost on average`"
          :aria-pressed="isNow(point.delayS)"
          @click="open.edit('delay from the curve', setDelay(point.delayS))"
          @keydown.enter.space.prevent="open.edit('delay from the curve', setDelay(point.delayS))"
        >
          <circle :cx="x(point.meanM3!)" :cy="y(point.closingsPerYear)" r="14" fill="transparent" />
          <circle
            :cx="x(point.meanM3!)"
            :cy="y(point.closingsPerYear)"
            :r="isNow(point.delayS) ? 7 : 4.5"
            class="stroke-ink group-focus-visible:stroke-moss"
            :class="isNow(point.delayS) ? 'fill-ink' : 'fill-sheet'"
            stroke-width="2"
          />
          <text
            v-if="i % 2 === 0 || isNow(point.delayS)"
            :x="x(point.meanM3!) + 9"
            :y="y(point.closingsPerYear) - 7"
            class="figures halo text-[12px]"
            :class="isNow(point.delayS) ? 'fill-ink font-bold' : 'fill-faded'"
          >
            {{ clock(point.delayS) }}
          </text>
        </g>
        <g v-if="data?.meanM3 != null && data.closingsPerYear != null" class="pointer-events-none">
          <rect
            :x="x(data.meanM3) - 5.5"
            :y="y(data.closingsPerYear) - 5.5"
            width="11"
            height="11"
            class="fill-ink stroke-sheet"
            stroke-width="1.5"
          />
          <text
            :x="x(data.meanM3) + 9"
            :y="y(data.closingsPerYear) + 17"
            class="halo fill-ink text-[12px] font-bold"
          >
            now
          </text>
        </g>
        <text
          :x="x(points[0]!.meanM3!)"
          :y="HEIGHT - PAD.bottom + 16"
          text-anchor="middle"
          class="figures fill-river text-[12px]"
        >
          {{ litres(points[0]!.meanM3!) }}
        </text>
        <text
          :x="x(points.at(-1)!.meanM3!)"
          :y="HEIGHT - PAD.bottom + 16"
          text-anchor="middle"
          class="figures fill-river text-[12px]"
        >
          {{ litres(points.at(-1)!.meanM3!) }}
        </text>
      </svg>
      <figcaption v-if="points.length" class="text-faded px-1 text-[12.5px]">
        The square is how it is now; press a dot to give it to every rule that closes. Any sensor is as likely
        to be wet; times are taken to be exponential; home 45 %, asleep 30 %, away 20 %, on holiday 5 % of the
        year.
      </figcaption>
    </figure>
  </section>
</template>
