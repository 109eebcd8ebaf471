<script setup lang="ts">
import { rect } from '../drawingFrame'
import { usePlaceWords } from '../drawnThings'
import { useStoreyDrawing } from '../storeyDrawing'

/** The floors of the rooms, each chosen and carried with all that is in it. */
const { place, sizeOf } = usePlaceWords()
const { storey, rooms, shift, choosing, isChosen, nudge, grabRoom } = useStoreyDrawing()
</script>

<template>
  <g>
    <g
      v-for="room in rooms"
      :key="room.id"
      :transform="shift(room)"
      class="cursor-move"
      :aria-label="`Room ${room.name}, ${sizeOf(room.areas[0]!).replace('×', 'by')} at ${place(room.areas[0]!)}`"
      v-bind="choosing('room', room.id)"
      @keydown="nudge($event, { kind: 'room', id: room.id }, room.areas[0]!)"
      @pointerdown="grabRoom($event, room)"
    >
      <rect
        v-for="(area, i) in room.areas"
        :key="i"
        v-bind="rect(area)"
        :class="isChosen('room', room.id) ? 'fill-moss-wash' : 'fill-paper'"
        :fill-opacity="storey?.picture ? 0.55 : 1"
      />
    </g>
  </g>
</template>
