<script setup lang="ts">
import type { CurvePoint } from '@/api/types'
import CurvePicture from './CurvePicture.vue'

defineProps<{
  values: { staticPressurePa: number; runningPressurePa: number; flowM3PerS: number }
  result: { curve: CurvePoint[] }
}>()
</script>

<template>
  <CurvePicture
    :curve="result.curve"
    x-kind="flow"
    y-kind="pressure"
    :marks="[
      { x: 0, y: values.staticPressurePa },
      { x: values.flowM3PerS, y: values.runningPressurePa },
    ]"
    label="Pressure left against flow, with both readings"
  />
</template>
