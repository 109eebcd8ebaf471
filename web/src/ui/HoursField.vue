<script setup lang="ts">
import type { HoursOfDay } from '@/api/types'
import SwitchField from './SwitchField.vue'
import TimeField from './TimeField.vue'

/** A part of each day; without one, every hour. */
defineProps<{
  label: string
  value: HoursOfDay | null
  /** What they are at first. */
  first: HoursOfDay
  apply: (hours: HoursOfDay | null) => Promise<void>
  pointer: string
}>()
</script>

<template>
  <div class="space-y-2">
    <SwitchField
      :label="label"
      :value="value !== null"
      :apply="(isLimited) => apply(isLimited ? first : null)"
    />
    <div v-if="value" class="flex flex-wrap items-end gap-3">
      <TimeField
        class="w-32"
        label="From"
        :value="value.fromMin"
        :apply="(min) => apply({ ...value!, fromMin: min })"
        :pointer="`${pointer}/fromMin`"
      />
      <TimeField
        class="w-32"
        label="Until"
        :value="value.untilMin"
        :apply="(min) => apply({ ...value!, untilMin: min })"
        :pointer="`${pointer}/untilMin`"
      />
    </div>
  </div>
</template>
