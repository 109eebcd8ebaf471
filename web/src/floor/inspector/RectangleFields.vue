<script setup lang="ts">
import type { FloorRectangle } from '@/api/types'
import MeasureField from '@/ui/MeasureField.vue'

/** Where a rectangle of the drawing is, and how large. */
type Key = 'acrossM' | 'downM' | 'lengthM' | 'widthM'
const props = defineProps<{
  rectangle: FloorRectangle
  /** What it is, before each label; empty where that is plain. */
  name?: string
  apply: (key: Key, value: number) => Promise<void>
  pointer: (key: Key) => string
}>()

const entries: { key: Key; label: string }[] = [
  { key: 'acrossM', label: 'From the left' },
  { key: 'downM', label: 'From above' },
  { key: 'lengthM', label: 'Length' },
  { key: 'widthM', label: 'Width' },
]
const labelOf = (label: string) => (props.name ? `${props.name}: ${label.toLowerCase()}` : label)
</script>

<template>
  <MeasureField
    v-for="entry in entries"
    :key="entry.key"
    :label="labelOf(entry.label)"
    kind="length"
    required
    :values="[rectangle[entry.key]]"
    :apply="(values) => apply(entry.key, values![0]!)"
    :pointer="pointer(entry.key)"
  />
</template>
