<script setup lang="ts">
import { computed } from 'vue'
import type { StopValve } from '@/api/types'

/** A kind of stop valve as one meets it on the pipe: its handle from above, on a piece of pipe. */
const props = defineProps<{ kind: StopValve['kind'] }>()

/** Handles of valves that take several turns are wheels or knobs. */
const spokes = computed(() => ({ gate: 5, globe: 4 })[props.kind as 'gate' | 'globe'] ?? 0)
</script>

<template>
  <svg viewBox="0 0 72 48" class="h-12 w-full" aria-hidden="true">
    <g class="fill-none stroke-current" stroke-width="2" stroke-linejoin="round" stroke-linecap="round">
      <path d="M2 19H22M2 29H22M50 19H70M50 29H70" />
      <path d="M22 15h28v18H22z" class="fill-paper" />
      <template v-if="kind === 'leverBall'">
        <path d="M36 20h26a4 4 0 0 1 0 8H36a4 4 0 0 1 0-8z" class="fill-moss-wash" />
        <circle cx="36" cy="24" r="2.5" />
      </template>
      <template v-else-if="kind === 'teeBall'">
        <path d="M20 21c8-3 10 0 16 0s8-3 16 0v6c-8 3-10 0-16 0s-8 3-16 0z" class="fill-moss-wash" />
        <circle cx="36" cy="24" r="2.5" />
      </template>
      <template v-else-if="spokes">
        <circle cx="36" cy="24" r="17" class="fill-moss-wash" />
        <circle cx="36" cy="24" r="12" class="fill-paper" />
        <path
          v-for="i in spokes"
          :key="i"
          d="M36 24V12"
          :transform="`rotate(${((i - 1) * 360) / spokes} 36 24)`"
        />
        <path v-if="kind === 'globe'" d="M36 24h0" stroke-width="9" />
      </template>
      <template v-else-if="kind === 'screwDown'">
        <path d="M16 21h40v6H16z" class="fill-moss-wash" />
        <path d="M33 4h6v40h-6z" class="fill-moss-wash" />
        <circle cx="36" cy="24" r="5" class="fill-paper" />
      </template>
      <text v-else x="36" y="31" text-anchor="middle" class="fill-current stroke-none text-[20px] font-bold">
        ?
      </text>
    </g>
  </svg>
</template>
