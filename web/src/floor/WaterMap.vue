<script setup lang="ts">
import { computed } from 'vue'
import type { FloorMapSheet, FloorRectangle } from '@/api/types'
import { boxAround, leastCrowded, type Size } from './labels'
import { usePreferences } from '@/site/preferences'
import { show } from '@/ui/units'
import { bandAlpha, bandsMl, chart, doubtOf, spreadOf } from './waterMap'

/** The water's map of one storey: bands with an isoline at each round figure, or the floor as it is wet by now. */
const props = defineProps<{
  sheet: FloorMapSheet
  /** What is out by now; null for the bands. */
  outMl: number | null
  /** What is drawn over the map and is not to be covered by its figures. */
  taken: FloorRectangle[]
  /** Units of the drawing in a metre. */
  scale: number
  /** Of its figures, in units of the drawing. */
  textSize: number
}>()

const preferences = usePreferences()
const drawn = computed(() => chart(props.sheet, bandsMl[preferences.system]))
const doubt = computed(() => doubtOf(props.sheet))
const spread = computed(() => spreadOf(props.sheet))
const wet = computed(() => (props.outMl === null ? null : spread.value(props.outMl)))
const inCells = computed(() => {
  const { acrossM, downM, cellM } = props.sheet
  return `translate(${acrossM * props.scale} ${downM * props.scale}) scale(${cellM * props.scale})`
})
const labels = computed(() => {
  const taken = [...props.taken]
  const size: Size = {
    lengthM: (3.2 * props.textSize) / props.scale,
    widthM: (1.5 * props.textSize) / props.scale,
  }
  return drawn.value.isolines.flatMap(({ ml, points }) => {
    const found = leastCrowded(points, size, taken)
    if (!found || found.coveredM2 > 0) return []
    taken.push(boxAround(found.at, size))
    const words = show('volume', ml / 1e6, preferences.system)
    return [{ words, x: found.at.acrossM * props.scale, y: found.at.downM * props.scale }]
  })
})
</script>

<template>
  <g class="pointer-events-none" data-testid="water-map">
    <defs>
      <pattern id="water-in-doubt" width="5" height="5" patternUnits="userSpaceOnUse">
        <circle cx="1.25" cy="1.25" r="0.45" class="fill-river" fill-opacity="0.7" />
        <circle cx="3.75" cy="3.75" r="0.45" class="fill-river" fill-opacity="0.7" />
      </pattern>
    </defs>
    <g :transform="inCells">
      <path v-if="wet !== null" :d="wet" class="fill-river" fill-opacity="0.75" data-testid="wet" />
      <template v-else>
        <path
          v-if="doubt"
          :d="doubt"
          fill="url(#water-in-doubt)"
          fill-rule="evenodd"
          data-testid="in-doubt"
        />
        <path
          v-for="{ band, area } in drawn.bands"
          :key="band"
          :d="area"
          class="fill-river"
          fill-rule="evenodd"
          :fill-opacity="bandAlpha(band) / 255"
        />
        <path
          v-for="{ ml, line } in drawn.isolines"
          :key="ml"
          :d="line"
          class="stroke-river fill-none"
          stroke-width="1.5"
          vector-effect="non-scaling-stroke"
        />
      </template>
    </g>
    <template v-if="wet === null">
      <text
        v-for="{ words, x, y } in labels"
        :key="words"
        :x="x"
        :y="y + textSize / 3"
        text-anchor="middle"
        class="halo figures fill-river font-bold"
        :font-size="textSize"
      >
        {{ words }}
      </text>
    </template>
  </g>
</template>
