<script setup lang="ts">
import { latestOnly } from '@/ui/latestOnly'

/** A slider under a field; every tick is an edit, and quick ticks are one step of undo. */
const props = defineProps<{
  label: string
  value: number
  max: number
  step: number
  apply: (value: number) => Promise<void>
}>()

const follow = latestOnly((value: number) => props.apply(value))
</script>

<template>
  <input
    type="range"
    class="accent-moss mt-1.5 w-full"
    :aria-label="label"
    min="0"
    :max="max"
    :step="step"
    :value="value"
    @input="follow(($event.target as HTMLInputElement).valueAsNumber)"
  />
</template>
