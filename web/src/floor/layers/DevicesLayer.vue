<script setup lang="ts">
import { usePlaceWords } from '../drawnThings'
import { useStoreyDrawing } from '../storeyDrawing'

/** Stop valves, with their handles as they stand, hubs and repeaters. */
const { turned } = defineProps<{ turned?: ReadonlyMap<string, number> }>()
const { place } = usePlaceWords()
const { devices, symbolAt, choosing, isChosen, placeOf, grab, nudge } = useStoreyDrawing()
const words = { valve: 'Stop valve', hub: 'Hub', repeater: 'Repeater' }
</script>

<template>
  <g>
    <g
      v-for="{ kind, id, name, at } in devices"
      :key="kind + id"
      class="cursor-move"
      :aria-label="`${words[kind]} ${name} at ${place(at)}`"
      v-bind="choosing(kind, id)"
      @keydown="nudge($event, { kind, id }, at)"
      @pointerdown="grab($event, { kind, id }, at)"
    >
      <g
        :transform="symbolAt(placeOf({ kind, id }, at))"
        :class="isChosen(kind, id) ? 'fill-moss' : 'fill-ink'"
      >
        <circle r="16" fill="transparent" />
        <template v-if="kind === 'valve'">
          <circle r="9" class="stroke-sheet" stroke-width="2.5" />
          <rect
            x="-3.5"
            y="-19"
            width="7"
            height="20"
            rx="3"
            class="stroke-sheet"
            stroke-width="2"
            :transform="`rotate(${90 * (turned?.get(id) ?? 0)})`"
            data-testid="handle"
          />
        </template>
        <template v-else-if="kind === 'hub'">
          <path d="M-13-5 0-15 13-5V12H-13Z" class="stroke-sheet" stroke-width="2.5" />
          <path
            d="M-6 3a8.5 8.5 0 0 1 12 0M-2.5 6.5a3.6 3.6 0 0 1 5 0"
            class="stroke-sheet fill-none"
            stroke-width="2"
          />
        </template>
        <template v-else>
          <rect x="-10" y="-12" width="20" height="24" rx="4" class="stroke-sheet" stroke-width="2.5" />
          <path d="M-4-5v4M4-5v4M-5 4H5" class="stroke-sheet" stroke-width="2" />
        </template>
      </g>
    </g>
  </g>
</template>
