<script setup lang="ts" generic="T extends string | null">
import { Listbox, ListboxButton, ListboxLabel, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { computed } from 'vue'
import { useChosen } from './useChosen'
import type { Choice } from './words'

/** One of a list. */
const props = defineProps<{
  label: string
  value: T
  choices: Choice<T>[]
  apply: (value: T) => Promise<void>
  how?: string
  pointer?: string
  /** Its label is for screen readers only, where the row says what it is. */
  isInline?: boolean
}>()

const { shown, error, choose } = useChosen(
  () => props.value,
  (value) => props.apply(value),
  () => props.pointer,
)
const chosen = computed(() => props.choices.find((c) => c.value === shown.value))
</script>

<template>
  <Listbox :model-value="shown" as="div" class="relative min-w-0" @update:model-value="choose">
    <ListboxLabel :class="isInline ? 'sr-only' : 'font-semibold'">{{ label }}</ListboxLabel>
    <p v-if="how" class="text-faded mb-1 text-[13px]">{{ how }}</p>
    <ListboxButton
      class="field flex items-center justify-between gap-2 text-left"
      :class="{ 'border-dashed!': shown === null || shown === 'unknown' }"
      :data-pointer="pointer"
    >
      <span class="truncate">{{ chosen?.label ?? 'not chosen' }}</span>
      <svg width="10" height="7" viewBox="0 0 10 7" aria-hidden="true" class="text-moss shrink-0">
        <path d="M0 0h10L5 7z" fill="currentColor" />
      </svg>
    </ListboxButton>
    <ListboxOptions
      class="border-rule bg-sheet absolute z-30 mt-1 max-h-72 w-max max-w-[calc(100vw-3rem)] min-w-full overflow-auto rounded-sm border py-1 shadow-lg focus:outline-none"
    >
      <ListboxOption
        v-for="choice in choices"
        :key="choice.value ?? ''"
        v-slot="{ active, selected }"
        :value="choice.value"
      >
        <div class="flex gap-2 px-3 py-1.5" :class="{ 'bg-moss-wash': active }">
          <span class="w-3" aria-hidden="true">{{ selected ? '✓' : '' }}</span>
          <span>
            {{ choice.label }}
            <span v-if="choice.hint" class="text-faded block text-[12.5px]">{{ choice.hint }}</span>
          </span>
        </div>
      </ListboxOption>
    </ListboxOptions>
    <p v-if="error" role="alert" class="text-clay mt-1 text-[13px] font-semibold">{{ error }}</p>
  </Listbox>
</template>
