<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/** A question or a sheet over the page; Escape closes it. */
defineProps<{ open: boolean; title: string; wide?: boolean }>()
defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog :open="open" class="relative z-50" @close="$emit('close')">
    <div class="fixed inset-0 bg-black/50" aria-hidden="true" />
    <div class="fixed inset-0 flex items-start justify-center overflow-y-auto p-3 pt-[10vh]">
      <DialogPanel
        class="bg-sheet border-rule w-full rounded-sm border p-5 shadow-xl"
        :class="wide ? 'max-w-2xl' : 'max-w-md'"
      >
        <DialogTitle class="mb-2 text-lg font-bold">{{ title }}</DialogTitle>
        <slot />
      </DialogPanel>
    </div>
  </Dialog>
</template>
