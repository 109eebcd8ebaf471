<script setup lang="ts">
import { computed } from 'vue'
import type { ReachMap } from '@/api/types'
import { SCALE } from '../drawingFrame'
import { boxAround, leastCrowded, type Size } from '../labels'
import { reachChart } from '../reachChart'
import { useStoreyDrawing } from '../storeyDrawing'

/** What radio reaches: lines of equal margin in ink, and hatching where it is weak. */
const props = defineProps<{ map: ReachMap }>()
const { taken, textSize } = useStoreyDrawing()

const drawn = computed(() => reachChart(props.map))
const inCells = computed(() => {
  const { acrossM, downM, cellM } = props.map
  return `translate(${acrossM * SCALE} ${downM * SCALE}) scale(${cellM * SCALE})`
})
const text = computed(() => textSize.value * 0.75)
const labels = computed(() => {
  const covered = [...taken.value]
  const size: Size = { lengthM: (3.2 * text.value) / SCALE, widthM: (1.4 * text.value) / SCALE }
  return drawn.value.lines.flatMap(({ db, points }) => {
    const found = leastCrowded(points, size, covered)
    if (!found || found.coveredM2 > 0) return []
    covered.push(boxAround(found.at, size))
    return [{ db, x: found.at.acrossM * SCALE, y: found.at.downM * SCALE }]
  })
})
</script>

<template>
  <g class="pointer-events-none" data-testid="reach-map">
    <g :transform="inCells">
      <path
        v-for="{ pattern, area } in drawn.hatches"
        :key="pattern"
        :d="area"
        :fill="`url(#reach-${pattern})`"
        fill-rule="evenodd"
      />
      <path
        v-for="{ db, line } in drawn.lines"
        :key="db"
        :d="line"
        class="stroke-ink fill-none"
        :stroke-width="db === 0 ? 2.5 : 1"
        :stroke-dasharray="db === 0 ? undefined : '7 4'"
        vector-effect="non-scaling-stroke"
      />
    </g>
    <text
      v-for="{ db, x, y } in labels"
      :key="`l${db}`"
      :x="x"
      :y="y + text / 3"
      text-anchor="middle"
      class="halo figures fill-ink font-bold"
      :font-size="text"
    >
      {{ db }} dB
    </text>
  </g>
</template>
