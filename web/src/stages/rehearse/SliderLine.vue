<script setup lang="ts">
/** A slider under a field; every tick is an edit, and quick ticks are one step of undo. */
const props = defineProps<{
  label: string
  value: number
  max: number
  step: number
  apply: (value: number) => Promise<void>
}>()

let running = false
let latest: number | null = null

/** Skips the values that were passed while the last one was still being assessed. */
async function follow(value: number) {
  latest = value
  if (running) return
  running = true
  try {
    while (latest !== null) {
      const next: number = latest
      latest = null
      await props.apply(next)
    }
  } finally {
    running = false
  }
}
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
