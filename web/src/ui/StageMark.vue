<script setup lang="ts">
import type { StageState } from '@/api/types'
import { stageStateWords } from './words'

/** One plate of the shell: empty, half drawn, a filled square in it, or ticked. */
defineProps<{ state: StageState }>()
</script>

<template>
  <svg
    width="18"
    height="18"
    viewBox="0 0 18 18"
    role="img"
    :aria-label="stageStateWords[state]"
    class="shrink-0"
  >
    <path
      d="M5.5 1.5h7l4 7.5-4 7.5h-7l-4-7.5z"
      stroke="currentColor"
      stroke-width="1.4"
      :stroke-dasharray="state === 'untouched' ? '2 2' : undefined"
      :class="state === 'done' ? 'fill-moss text-moss' : 'text-faded fill-transparent'"
    />
    <path
      v-if="state === 'done'"
      d="m5.6 9.2 2.4 2.6 4.4-5.4"
      fill="none"
      class="stroke-on-moss"
      stroke-width="1.8"
    />
    <rect v-else-if="state === 'stop'" x="5.5" y="5.5" width="7" height="7" class="fill-clay" />
    <path v-else-if="state === 'open'" d="M5 9h8" class="stroke-ochre" stroke-width="2.2" />
  </svg>
</template>
