<script setup lang="ts">
import { computed } from 'vue'
import { edge, type Sides } from '../chosen'
import { rect } from '../drawingFrame'
import { usePlaceWords } from '../drawnThings'
import { edgeAt, stretched } from '../geometry'
import { useStoreyDrawing } from '../storeyDrawing'

/** Handles on the edges and corners of the room that is chosen: what parts two rooms is moved for both. */
const { place } = usePlaceWords()
const { rooms, isChosen, placeOf, grabEdge, nudge, symbolAt } = useStoreyDrawing()

const words: [name: string, sides: Sides, cursor: string][] = [
  ['Left wall', { across: 'left' }, 'cursor-ew-resize'],
  ['Right wall', { across: 'right' }, 'cursor-ew-resize'],
  ['Upper wall', { down: 'top' }, 'cursor-ns-resize'],
  ['Lower wall', { down: 'bottom' }, 'cursor-ns-resize'],
  ['Upper left corner', { across: 'left', down: 'top' }, 'cursor-nwse-resize'],
  ['Upper right corner', { across: 'right', down: 'top' }, 'cursor-nesw-resize'],
  ['Lower left corner', { across: 'left', down: 'bottom' }, 'cursor-nesw-resize'],
  ['Lower right corner', { across: 'right', down: 'bottom' }, 'cursor-nwse-resize'],
]
const handles = computed(() =>
  rooms.value
    .filter((room) => isChosen('room', room.id))
    .flatMap((room) =>
      room.areas.flatMap((area, index) =>
        words.map(([name, sides, cursor]) => {
          const held = edge(room.id, index, sides)
          const was = edgeAt(area, sides)
          const to = placeOf(held, was)
          return { held, name: `${name} of ${room.name}`, cursor, area, was, now: stretched(area, sides, to) }
        }),
      ),
    ),
)
const carried = computed(() => handles.value.find((h) => placeOf(h.held, h.was) !== h.was))
</script>

<template>
  <g>
    <rect
      v-if="carried"
      v-bind="rect(carried.now)"
      class="stroke-moss pointer-events-none fill-none"
      stroke-width="4"
      stroke-dasharray="10 6"
    />
    <g
      v-for="{ held, name, cursor, area, was, now } in handles"
      :key="held.id"
      data-drag
      tabindex="0"
      role="button"
      :class="cursor"
      :aria-label="`${name}, at ${place(was)}`"
      :transform="symbolAt(edgeAt(now, held.sides))"
      @keydown="nudge($event, held, was)"
      @pointerdown.stop="grabEdge($event, held, area)"
    >
      <circle r="22" fill="transparent" />
      <rect x="-8" y="-8" width="16" height="16" class="fill-sheet stroke-moss" stroke-width="4" />
    </g>
  </g>
</template>
