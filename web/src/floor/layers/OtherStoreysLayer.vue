<script setup lang="ts">
import { rect } from '../drawingFrame'
import { useStoreyDrawing } from '../storeyDrawing'

/** The rooms of the storeys above and below, faint, so that one is drawn over the other. */
const { roomsElsewhere, unitsPerPixel } = useStoreyDrawing()
</script>

<template>
  <g class="pointer-events-none" data-testid="other-storeys">
    <template v-for="room in roomsElsewhere" :key="room.id">
      <rect
        v-for="(area, i) in room.areas"
        :key="i"
        v-bind="rect(area)"
        class="stroke-faded fill-none"
        :stroke-width="1.5 * unitsPerPixel"
        :stroke-dasharray="`${2 * unitsPerPixel} ${4 * unitsPerPixel}`"
      />
    </template>
  </g>
</template>
