<script setup lang="ts">
import type { FloorPoint } from '@/api/types'
import MeasureField from '@/ui/MeasureField.vue'

/** Where something is on the drawing. */
defineProps<{
  at: FloorPoint
  /** What it is, before the first label; empty where that is plain. */
  name?: string
  apply: (key: 'acrossM' | 'downM', value: number) => Promise<void>
  pointer?: string
}>()
</script>

<template>
  <MeasureField
    v-for="key in ['acrossM', 'downM'] as const"
    :key="key"
    :label="key === 'acrossM' ? (name ? `${name}, from the left` : 'From the left') : 'From above'"
    kind="length"
    required
    :values="[at[key]]"
    :apply="(values) => apply(key, values![0]!)"
    :pointer="pointer"
  />
</template>
