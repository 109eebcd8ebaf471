<script setup lang="ts">
import { usePlaceWords } from '../drawnThings'
import { useStoreyDrawing } from '../storeyDrawing'

/** Leak points: a drop. */
const { place } = usePlaceWords()
const { leaks, symbolAt, choosing, isChosen, placeOf, grab, nudge } = useStoreyDrawing()
</script>

<template>
  <g>
    <g
      v-for="{ leak, at } in leaks"
      :key="leak.id"
      class="cursor-move"
      :transform="symbolAt(placeOf({ kind: 'leak', id: leak.id }, at))"
      :aria-label="`Leak point ${leak.name} at ${place(at)}`"
      v-bind="choosing('leak', leak.id)"
      @keydown="nudge($event, { kind: 'leak', id: leak.id }, at)"
      @pointerdown="grab($event, { kind: 'leak', id: leak.id }, at)"
    >
      <path
        d="M0 -16C7 -5 11 0 11 6a11 11 0 0 1 -22 0C-11 0 -7 -5 0 -16z"
        class="stroke-sheet"
        :class="isChosen('leak', leak.id) ? 'fill-moss' : 'fill-river'"
        stroke-width="2.5"
      />
    </g>
  </g>
</template>
