<script setup lang="ts">
import { SCALE } from '../drawingFrame'
import { useStoreyDrawing } from '../storeyDrawing'

/** The rooms' names and sizes. */
const { names, shift } = useStoreyDrawing()
</script>

<template>
  <g>
    <g
      v-for="{ room, name, size, at, text } in names"
      :key="`n${room.id}`"
      data-testid="room-name"
      class="pointer-events-none"
      :transform="shift(room)"
      text-anchor="middle"
    >
      <text
        :x="at.acrossM * SCALE"
        :y="at.downM * SCALE + text * (size ? -0.15 : 0.35)"
        :font-size="text"
        class="halo fill-ink font-semibold"
      >
        {{ name }}
      </text>
      <text
        v-if="size"
        :x="at.acrossM * SCALE"
        :y="at.downM * SCALE + text * 0.75"
        :font-size="text * 0.78"
        class="halo figures fill-faded"
      >
        {{ size }}
      </text>
    </g>
  </g>
</template>
