<script setup lang="ts">
import { Switch, SwitchGroup, SwitchLabel } from '@headlessui/vue'
import { useChosen } from './useChosen'

/** Yes or no. */
const props = defineProps<{ label: string; value: boolean; apply: (value: boolean) => unknown }>()

const { shown, error, choose } = useChosen(
  () => props.value,
  (value) => props.apply(value),
)
</script>

<template>
  <SwitchGroup as="div" class="flex items-center gap-2.5">
    <Switch
      :model-value="shown"
      class="border-moss relative h-5.5 w-10 shrink-0 rounded-full border-2"
      :class="shown ? 'bg-moss' : 'bg-sheet'"
      @update:model-value="choose"
    >
      <span
        class="absolute top-0.5 left-0.5 size-3.5 rounded-full transition-transform"
        :class="shown ? 'bg-on-moss translate-x-4.5' : 'bg-moss'"
      />
    </Switch>
    <SwitchLabel class="cursor-pointer">{{ label }}</SwitchLabel>
    <p v-if="error" role="alert" class="text-clay text-[13px] font-semibold">{{ error }}</p>
  </SwitchGroup>
</template>
