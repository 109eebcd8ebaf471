<script setup lang="ts">
import { usePlaceWords } from '../drawnThings'
import { useStoreyDrawing } from '../storeyDrawing'

/** Sensors: a puck, and a rope by its way; those that are wet are filled with water. */
const { wet } = defineProps<{ wet?: ReadonlySet<string> }>()
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
        :class="wet?.has(sensor.id) ? 'stroke-river' : 'stroke-ink'"
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
          :class="
            wet?.has(sensor.id) ? 'fill-river' : isChosen('sensor', sensor.id) ? 'fill-moss' : 'fill-ink'
          "
          stroke-width="2.5"
        />
        <path
          v-if="wet?.has(sensor.id)"
          d="M0-8C4-3 6 0 6 3A6 6 0 0 1-6 3C-6 0-4-3 0-8Z"
          class="fill-sheet"
          data-testid="wet-sensor"
        />
        <circle v-else r="4" class="fill-sheet" />
      </g>
    </g>
  </g>
</template>
