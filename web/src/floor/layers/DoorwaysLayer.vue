<script setup lang="ts">
import { usePreferences } from '@/site/preferences'
import { show } from '@/ui/units'
import { SCALE } from '../drawingFrame'
import { usePlaceWords } from '../drawnThings'
import { useStoreyDrawing } from '../storeyDrawing'

/** Doorways: a gap in the wall, and a line across where a threshold stands. */
const preferences = usePreferences()
const { place } = usePlaceWords()
const { doorways, choosing, isChosen, startOf, grabDoorway, nudge } = useStoreyDrawing()
</script>

<template>
  <g>
    <g
      v-for="doorway in doorways"
      :key="doorway.id"
      class="cursor-move"
      :aria-label="`Doorway, ${show('length', doorway.widthM, preferences.system)} wide, at ${place(doorway.at)}`"
      v-bind="choosing('doorway', doorway.id)"
      @keydown="nudge($event, { kind: 'doorway', id: doorway.id }, doorway.at)"
      @pointerdown="grabDoorway($event, doorway)"
    >
      <path
        :d="`${startOf({ kind: 'doorway', id: doorway.id }, doorway.at)}${doorway.wall === 'alongX' ? 'h' : 'v'}${doorway.widthM * SCALE}`"
        :class="isChosen('doorway', doorway.id) ? 'stroke-moss' : 'stroke-sheet'"
        stroke-width="11"
      />
      <path
        v-if="doorway.thresholdM !== 0"
        :d="`${startOf({ kind: 'doorway', id: doorway.id }, doorway.at)}${doorway.wall === 'alongX' ? 'h' : 'v'}${doorway.widthM * SCALE}`"
        class="stroke-ochre"
        stroke-width="4"
        :stroke-dasharray="doorway.thresholdM == null ? '7 5' : undefined"
      />
    </g>
  </g>
</template>
