<script setup lang="ts">
import { Switch, SwitchGroup, SwitchLabel } from '@headlessui/vue'

/** Yes or no. */
defineProps<{ label: string; value: boolean; apply: (value: boolean) => unknown }>()
</script>

<template>
  <SwitchGroup as="div" class="flex items-center gap-2.5">
    <Switch
      :model-value="value"
      class="border-moss relative h-5.5 w-10 shrink-0 rounded-full border-2"
      :class="value ? 'bg-moss' : 'bg-sheet'"
      @update:model-value="apply"
    >
      <span
        class="absolute top-0.5 left-0.5 size-3.5 rounded-full transition-transform"
        :class="value ? 'bg-on-moss translate-x-4.5' : 'bg-moss'"
      />
    </Switch>
    <SwitchLabel class="cursor-pointer">{{ label }}</SwitchLabel>
  </SwitchGroup>
</template>
