<script setup lang="ts">
import { computed, useId } from 'vue'
import type { StageState, StageStatus } from '@/api/types'
import { stageStateWords, stageWords } from './words'

/** Our mark: a shell of ten plates, one a stage of the work, that fills as a site is finished. */
const props = defineProps<{ statuses: StageStatus[]; size?: number }>()

const PLATES = 10
const clip = useId()

// Two rows of five plates; the seams lean outwards from the middle, as on a back seen from above.
const seams = [-4, 27, 52, 76, 101, 132]
const lean = [0, -5, -2, 2, 5, 0]
const plates = Array.from({ length: PLATES }, (_, i) => {
  const column = i % 5
  const [edge, middle] = i < 5 ? [2, 41] : [80, 41]
  const at = (seam: number) => ({ edge: seams[seam]! + lean[seam]!, middle: seams[seam]! - lean[seam]! })
  const left = at(column)
  const right = at(column + 1)
  return {
    path: `M${left.middle} ${middle}L${left.edge} ${edge}H${right.edge}L${right.middle} ${middle}z`,
    // Marks of the outer plates sit inwards, where the shell's rim does not cut them.
    x: [21, 40, 64, 88, 107][column]!,
    y: (i < 5 ? 0 : 34) + (column % 4 === 0 ? (i < 5 ? 29 : 19) : 24),
  }
})

const states = computed<StageState[]>(() =>
  Array.from({ length: PLATES }, (_, i) => props.statuses[i]?.state ?? 'untouched'),
)
const label = computed(() =>
  props.statuses.length === 0
    ? 'Terrapin'
    : `Shell: ${props.statuses.map((s) => `${stageWords[s.stage]} ${stageStateWords[s.state]}`).join(', ')}`,
)
</script>

<template>
  <svg
    :width="((size ?? 40) * 152) / 82"
    :height="size ?? 40"
    viewBox="-8 0 152 82"
    role="img"
    :aria-label="label"
    class="shrink-0"
  >
    <g class="fill-moss">
      <ellipse cx="130" cy="41" rx="12" ry="8" />
      <path d="M-8 41 6 35v12z" />
      <path d="M22 12 12 0l20 5zM22 70 12 82l20-5zM104 12l10-12-20 5zM104 70l10 12-20-5z" />
    </g>
    <clipPath :id="clip"><ellipse cx="64" cy="41" rx="62" ry="39" /></clipPath>
    <g :clip-path="`url(#${clip})`">
      <rect width="128" height="82" class="fill-sheet" />
      <template v-for="(plate, i) in plates" :key="i">
        <path
          :d="plate.path"
          stroke-width="3.5"
          class="stroke-moss"
          :class="states[i] === 'done' ? 'fill-moss stroke-sheet!' : 'fill-transparent'"
        />
        <rect
          v-if="states[i] === 'stop'"
          :x="plate.x - 8"
          :y="plate.y - 8"
          width="16"
          height="16"
          class="fill-clay"
        />
        <rect
          v-else-if="states[i] === 'open'"
          :x="plate.x - 8"
          :y="plate.y - 3"
          width="16"
          height="6"
          class="fill-ochre"
        />
      </template>
    </g>
    <ellipse cx="64" cy="41" rx="62" ry="39" class="stroke-moss fill-none" stroke-width="4" />
  </svg>
</template>
