<script setup lang="ts">
import { onBeforeUnmount, ref, useId, watch } from 'vue'
import FieldFrame from './FieldFrame.vue'
import { registerField } from './pending'
import { timeOfDay } from './units'
import { useApply } from './useApply'

/** A time of day, kept in minutes from midnight. What is not a whole time is not taken. */
const props = defineProps<{
  label: string
  value: number | null
  apply: (min: number) => Promise<void>
  pointer?: string
  /** Its label is for screen readers only, where the row says what it is. */
  isInline?: boolean
}>()

const id = useId()
const { error, attempt } = useApply(() => props.pointer)
const asTyped = (min: number | null) => (min === null ? '' : timeOfDay(min).padStart(5, '0'))
const typed = ref(asTyped(props.value))
watch(
  () => props.value,
  (now) => {
    typed.value = asTyped(now)
    error.value = ''
  },
)

async function commit() {
  const [hours, minutes] = typed.value.split(':').map(Number)
  const min = hours! * 60 + minutes!
  if (!Number.isFinite(min)) error.value = props.value === null ? '' : 'Give a time of day, such as 22:30.'
  else if (min !== props.value) await attempt(() => props.apply(min))
  else error.value = ''
}

onBeforeUnmount(registerField(commit))
</script>

<template>
  <FieldFrame :id="id" :label="label" :error="error" :is-inline="isInline">
    <input
      :id="id"
      v-model="typed"
      type="time"
      class="field figures"
      :aria-invalid="!!error"
      :data-pointer="pointer"
      :data-untaken="typed !== asTyped(value)"
      @keydown.enter="commit"
      @blur="commit"
    />
  </FieldFrame>
</template>
