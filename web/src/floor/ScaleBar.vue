<script setup lang="ts">
import { computed } from 'vue'
import { usePreferences } from '@/site/preferences'
import { SCALE } from './drawingFrame'

/** How long a round length is on the screen. */
const props = defineProps<{ unitsPerPixel: number }>()
const preferences = usePreferences()
const FOOT_M = 0.3048
const WIDE_PX = 120

const bar = computed(() => {
  const unitM = preferences.system === 'us' ? FOOT_M : 1
  const pixelsPerUnit = (unitM * SCALE) / props.unitsPerPixel
  const round = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100].findLast((n) => n * pixelsPerUnit <= WIDE_PX) ?? 0.1
  return { width: round * pixelsPerUnit, text: `${round} ${preferences.system === 'us' ? 'ft' : 'm'}` }
})
</script>

<template>
  <div
    class="bg-sheet/80 pointer-events-none flex items-end gap-1.5 rounded-sm px-1.5 pb-1 text-[12.5px]"
    aria-hidden="true"
  >
    <span class="border-ink block h-2 border border-t-0" :style="{ width: `${bar.width}px` }" />
    <span class="figures leading-none">{{ bar.text }}</span>
  </div>
</template>
