<script setup lang="ts" generic="T extends string">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import { useChosen } from './useChosen'
import type { Choice } from './words'

/** One of a few answers, all in sight. */
const props = defineProps<{
  label: string
  value: T
  choices: Choice<T>[]
  apply: (value: T) => Promise<void>
  how?: string
  pointer?: string
}>()

const { shown, error, choose } = useChosen(
  () => props.value,
  (value) => props.apply(value),
  () => props.pointer,
)
</script>

<template>
  <RadioGroup :model-value="shown" class="min-w-0" @update:model-value="choose">
    <RadioGroupLabel class="font-semibold">{{ label }}</RadioGroupLabel>
    <p v-if="how" class="text-faded mb-1 text-[13px]">{{ how }}</p>
    <div class="border-rule bg-sheet flex flex-wrap gap-px rounded-sm border p-0.5" :data-pointer="pointer">
      <RadioGroupOption
        v-for="choice in choices"
        :key="choice.value"
        v-slot="{ checked }"
        :value="choice.value"
        class="cursor-pointer"
      >
        <div
          class="rounded-xs px-2.5 py-1"
          :class="checked ? 'bg-moss text-on-moss font-semibold' : 'hover:bg-moss-wash'"
        >
          {{ choice.label }}
        </div>
      </RadioGroupOption>
    </div>
    <p v-if="error" role="alert" class="text-clay mt-1 text-[13px] font-semibold">{{ error }}</p>
  </RadioGroup>
</template>
