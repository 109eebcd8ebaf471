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
    <!-- The button is as large as a finger needs; what is drawn of it is not. -->
    <Switch :model-value="shown" class="flex shrink-0 items-center" @update:model-value="choose">
      <span
        class="border-moss relative block h-5.5 w-10 rounded-full border-2"
        :class="shown ? 'bg-moss' : 'bg-sheet'"
      >
        <span
          class="absolute top-0.5 left-0.5 size-3.5 rounded-full transition-transform"
          :class="shown ? 'bg-on-moss translate-x-4.5' : 'bg-moss'"
        />
      </span>
    </Switch>
    <SwitchLabel class="cursor-pointer">{{ label }}</SwitchLabel>
    <p v-if="error" role="alert" class="text-clay text-[13px] font-semibold">{{ error }}</p>
  </SwitchGroup>
</template>
