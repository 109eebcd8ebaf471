<script setup lang="ts" generic="T extends string | null">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import { computed } from 'vue'
import { useChosen } from './useChosen'
import type { Choice } from './words'

/** One of a few answers, all in sight; where a picture of each is given, by that. */
const props = defineProps<{
  label: string
  value: T
  choices: Choice<T>[]
  apply: (value: T) => Promise<void>
  how?: string
  pointer?: string
}>()

const slots = defineSlots<{ picture?: (of: { value: T }) => unknown }>()
const isPictured = computed(() => slots.picture !== undefined)

const hint = computed(() => props.choices.find((c) => c.value === shown.value)?.hint)
const { shown, error, choose } = useChosen(
  () => props.value,
  (value) => props.apply(value),
  () => props.pointer,
)
</script>

<template>
  <RadioGroup
    :model-value="shown ?? ''"
    class="min-w-0"
    @update:model-value="(value) => choose((value === '' ? null : value) as T)"
  >
    <RadioGroupLabel class="font-semibold">{{ label }}</RadioGroupLabel>
    <p v-if="how" class="text-faded mb-1 text-[13px]">{{ how }}</p>
    <div
      :class="
        isPictured
          ? 'mt-1 grid grid-cols-2 gap-2 sm:grid-cols-3'
          : 'border-rule bg-sheet flex flex-wrap gap-px rounded-sm border p-0.5'
      "
      :data-pointer="pointer"
    >
      <RadioGroupOption
        v-for="choice in choices"
        :key="choice.value ?? ''"
        v-slot="{ checked }"
        :value="choice.value ?? ''"
        class="cursor-pointer"
      >
        <div
          v-if="isPictured"
          class="flex h-full flex-col rounded-sm border p-2 text-center leading-tight"
          :class="checked ? 'border-moss bg-moss-wash' : 'border-rule bg-sheet hover:bg-moss-wash'"
        >
          <slot name="picture" :value="choice.value" />
          <span class="mt-1 font-semibold">{{ choice.label }}</span>
          <span v-if="choice.hint" class="text-faded text-[12.5px]">{{ choice.hint }}</span>
        </div>
        <div
          v-else
          class="rounded-xs px-2.5 py-1"
          :class="checked ? 'bg-moss text-on-moss font-semibold' : 'hover:bg-moss-wash'"
        >
          {{ choice.label }}
        </div>
      </RadioGroupOption>
    </div>
    <p v-if="!isPictured && hint" class="text-faded mt-0.5 text-[12.5px]">{{ hint }}</p>
    <p v-if="error" role="alert" class="text-clay mt-1 text-[13px] font-semibold">{{ error }}</p>
  </RadioGroup>
</template>
