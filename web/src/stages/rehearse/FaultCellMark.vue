<script setup lang="ts">
import { computed, useId } from 'vue'
import type { FaultCell } from '@/api/types'
import { fillOf } from './faultCells'

/**
 * What becomes of one leak: filled as high as litres are lost; hatched where somebody is told and the water runs on, crossed where a
 * valve moves and it runs on all the same, black with a notch where nothing happens.
 */
const props = defineProps<{ cell: Pick<FaultCell, 'outcome' | 'lostM3'> }>()
const id = useId()
const full = computed(() => (props.cell.lostM3 == null ? 0 : 22 * fillOf(props.cell.lostM3)))
</script>

<template>
  <svg viewBox="0 0 26 26" width="26" height="26" aria-hidden="true">
    <defs>
      <pattern :id="id" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0v5" class="stroke-clay" stroke-width="3" />
      </pattern>
    </defs>
    <path v-if="cell.outcome === 'nothing' && cell.lostM3 == null" d="M1 1H17L25 9V25H1Z" class="fill-ink" />
    <template v-else>
      <rect x="1.5" y="1.5" width="23" height="23" class="fill-sheet stroke-faded" />
      <rect v-if="full" x="2" :y="24 - full" width="22" :height="full" class="fill-river" />
      <rect
        v-if="cell.outcome === 'tellsOnly' && cell.lostM3 == null"
        x="2"
        y="2"
        width="22"
        height="22"
        :fill="`url(#${id})`"
      />
      <path
        v-if="cell.outcome === 'closesPartly'"
        d="M3 3 23 23M23 3 3 23"
        class="stroke-clay"
        stroke-width="3.5"
      />
    </template>
  </svg>
</template>
