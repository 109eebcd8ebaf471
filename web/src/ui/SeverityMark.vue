<script setup lang="ts">
import type { Severity } from '@/api/types'
import { severityWords } from './words'

/** Filled square: stop. Notched triangle: caution. Ring: note. The word goes with it for those who do not see it. */
defineProps<{ severity: Severity; size?: number }>()
</script>

<template>
  <svg
    :width="size ?? 14"
    :height="size ?? 14"
    viewBox="0 0 14 14"
    role="img"
    :aria-label="severityWords[severity]"
    class="shrink-0"
    :class="{
      'text-clay': severity === 'stop',
      'text-ochre': severity === 'caution',
      'text-faded': severity === 'note',
    }"
  >
    <rect v-if="severity === 'stop'" x="1" y="1" width="12" height="12" fill="currentColor" />
    <path v-else-if="severity === 'caution'" d="M7 .8 13.6 13H8.6L7 9.8 5.4 13H.4z" fill="currentColor" />
    <circle v-else cx="7" cy="7" r="5" fill="none" stroke="currentColor" stroke-width="2" />
  </svg>
</template>
