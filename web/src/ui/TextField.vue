<script setup lang="ts">
import { onBeforeUnmount, ref, useId, watch } from 'vue'
import { registerField } from '@/ui/pending'
import FieldFrame from './FieldFrame.vue'
import { useApply } from './useApply'

/** A name or a note. */
const props = defineProps<{
  label: string
  value: string
  apply: (text: string) => Promise<void>
  how?: string
  pointer?: string
  /** Several lines. */
  long?: boolean
  required?: boolean
}>()

const id = useId()
const typed = ref(props.value)
const { error, attempt } = useApply(() => props.pointer)

watch(
  () => props.value,
  (now) => {
    typed.value = now
    error.value = ''
  },
)

async function commit() {
  const text = typed.value.trim()
  if (text === props.value) {
    error.value = ''
    return
  }
  if (props.required && text === '') {
    error.value = 'A name is needed here.'
    return
  }
  await attempt(() => props.apply(text))
}

onBeforeUnmount(registerField(commit))
</script>

<template>
  <FieldFrame :id="id" :label="label" :how="how" :error="error">
    <textarea
      v-if="long"
      :id="id"
      v-model="typed"
      rows="3"
      class="field"
      :aria-invalid="!!error"
      :data-pointer="pointer"
      :data-untaken="typed !== value"
      @blur="commit"
    />
    <input
      v-else
      :id="id"
      v-model="typed"
      class="field"
      autocomplete="off"
      :aria-invalid="!!error"
      :data-pointer="pointer"
      :data-untaken="typed !== value"
      @keydown.enter="commit"
      @blur="commit"
    />
  </FieldFrame>
</template>
