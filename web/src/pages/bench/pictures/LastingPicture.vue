<script setup lang="ts">
import { computed } from 'vue'

/** Years, or days of a backup, as a row of boxes that are used up one by one. */
const props = defineProps<{ values: object; result: { lifeYears?: number; hours?: number } }>()

const MOST = 15
const unit = computed(() => (props.result.hours === undefined ? 'years' : 'days'))
const count = computed(() => props.result.lifeYears ?? (props.result.hours ?? 0) / 24)
const boxes = computed(() =>
  Array.from({ length: MOST }, (_, i) => Math.min(1, Math.max(0, count.value - i))),
)
</script>

<template>
  <svg viewBox="0 0 420 62" class="w-full" role="img" :aria-label="`${count.toFixed(1)} ${unit}`">
    <g v-for="(share, i) in boxes" :key="i">
      <rect :x="2 + i * 28" y="6" :width="24 * share" height="30" class="fill-moss" />
      <rect :x="2 + i * 28" y="6" width="24" height="30" class="stroke-faded" fill="none" />
      <text
        v-if="(i + 1) % 5 === 0"
        :x="14 + i * 28"
        y="54"
        text-anchor="middle"
        class="figures fill-faded text-[12px]"
      >
        {{ i + 1 }}
      </text>
    </g>
    <text x="2" y="54" class="fill-faded text-[12px]">{{ unit }}</text>
  </svg>
</template>
