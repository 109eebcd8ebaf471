<script setup lang="ts">
import { usePlaceWords } from '../drawnThings'
import { useStoreyDrawing } from '../storeyDrawing'

/** Sensors: a puck, and a rope by its way. */
const { place } = usePlaceWords()
const { sensors, symbolAt, choosing, isChosen, placeOf, wayOf, grab, nudge } = useStoreyDrawing()
</script>

<template>
  <g>
    <g
      v-for="{ sensor, at } in sensors"
      :key="sensor.id"
      class="cursor-move"
      :aria-label="`Sensor ${sensor.name} at ${place(at)}`"
      v-bind="choosing('sensor', sensor.id)"
      @keydown="nudge($event, { kind: 'sensor', id: sensor.id }, at)"
      @pointerdown="grab($event, { kind: 'sensor', id: sensor.id }, at)"
    >
      <polyline
        v-if="sensor.path.length > 1"
        :points="wayOf(sensor)"
        fill="none"
        class="stroke-ink"
        stroke-width="7"
        stroke-linejoin="round"
      />
      <g :transform="symbolAt(placeOf({ kind: 'sensor', id: sensor.id }, at))">
        <rect
          x="-11"
          y="-11"
          width="22"
          height="22"
          rx="5"
          class="stroke-sheet"
          :class="isChosen('sensor', sensor.id) ? 'fill-moss' : 'fill-ink'"
          stroke-width="2.5"
        />
        <circle r="4" class="fill-sheet" />
      </g>
    </g>
  </g>
</template>
