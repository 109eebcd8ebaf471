<script setup lang="ts">
import { computed } from 'vue'
import type { CurvePoint } from '@/api/types'
import CurvePicture from './CurvePicture.vue'

const props = defineProps<{
  values: { frequencyMHz: number }
  result: { curve: CurvePoint[]; wallDb?: number | null }
}>()

const marks = computed(() => {
  const { frequencyMHz } = props.values
  const last = props.result.curve.at(-1)
  return props.result.wallDb != null && last && frequencyMHz <= last.x
    ? [{ x: frequencyMHz, y: props.result.wallDb }]
    : []
})
</script>

<template>
  <div>
    <CurvePicture
      v-if="result.curve.length"
      :curve="result.curve"
      x-kind="number"
      y-kind="decibels"
      :marks="marks"
      label="What one wall takes, dB, against frequency, MHz"
    />
    <p class="text-faded text-[13px]">What one wall takes, against frequency in MHz.</p>
  </div>
</template>
