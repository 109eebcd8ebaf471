<script setup lang="ts">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import type { StopValve } from '@/api/types'
import { valveKinds } from '@/ui/choices/valve'
import ValvePicture from '@/ui/drawings/ValvePicture.vue'
import { useChosen } from '@/ui/useChosen'

/** Which valve it is, by its picture. */
const props = defineProps<{
  label: string
  how?: string
  value: StopValve['kind']
  apply: (value: StopValve['kind']) => Promise<void>
  pointer: string
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
    <p v-if="how" class="text-faded text-[13px]">{{ how }}</p>
    <div class="mt-1 grid grid-cols-2 gap-2 sm:grid-cols-3" :data-pointer="pointer">
      <RadioGroupOption
        v-for="kind in valveKinds"
        :key="kind.value"
        v-slot="{ checked }"
        :value="kind.value"
        class="cursor-pointer"
      >
        <div
          class="flex h-full flex-col rounded-sm border p-2 text-center leading-tight"
          :class="checked ? 'border-moss bg-moss-wash' : 'border-rule bg-sheet hover:bg-moss-wash'"
        >
          <ValvePicture :kind="kind.value" />
          <span class="mt-1 font-semibold">{{ kind.label }}</span>
          <span v-if="kind.hint" class="text-faded text-[12.5px]">{{ kind.hint }}</span>
        </div>
      </RadioGroupOption>
    </div>
    <p v-if="error" role="alert" class="text-clay mt-1 text-[13px] font-semibold">{{ error }}</p>
  </RadioGroup>
</template>
