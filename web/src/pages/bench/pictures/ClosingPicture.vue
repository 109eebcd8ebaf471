<script setup lang="ts">
import type { CurvePoint } from '@/api/types'
import CurvePicture from './CurvePicture.vue'

defineProps<{ values: object; result: { curve: CurvePoint[] } }>()
</script>

<template>
  <CurvePicture
    :curve="result.curve"
    x-kind="angle"
    y-kind="flow"
    :marks="result.curve.slice(-1)"
    label="Flow against the valve's angle from open"
  />
</template>
