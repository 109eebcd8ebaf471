<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { computed } from 'vue'
import type { Fault } from '@/api/types'
import { faults, faultWords } from '@/ui/words'

/** What is broken when the water begins to run: any of it, together. */
const chosen = defineModel<Fault[]>({ required: true })
const title = computed(() =>
  chosen.value.length === 0 ? 'Nothing broken' : chosen.value.map((f) => faultWords[f].short).join(', '),
)
const toggle = (fault: Fault) =>
  (chosen.value = faults.filter((f) => chosen.value.includes(f) !== (f === fault)))
</script>

<template>
  <Popover class="relative min-w-0">
    <span id="faults-label" class="font-semibold">Broken</span>
    <PopoverButton
      class="field flex items-center justify-between gap-2 text-left"
      :class="{ 'border-clay! text-clay font-semibold': chosen.length }"
      aria-describedby="faults-label"
    >
      <span class="truncate">{{ title }}</span>
      <svg width="10" height="7" viewBox="0 0 10 7" aria-hidden="true" class="text-moss shrink-0">
        <path d="M0 0h10L5 7z" fill="currentColor" />
      </svg>
    </PopoverButton>
    <PopoverPanel
      class="border-rule bg-sheet absolute right-0 z-30 mt-1 max-h-96 w-max max-w-[calc(100vw-3rem)] overflow-auto rounded-sm border p-2 shadow-lg focus:outline-none"
    >
      <label
        v-for="fault in faults"
        :key="fault"
        class="hover:bg-moss-wash flex cursor-pointer items-center gap-2 rounded-xs px-2 py-1 max-md:min-h-11"
      >
        <input
          type="checkbox"
          class="accent-moss size-4"
          :checked="chosen.includes(fault)"
          @change="toggle(fault)"
        />
        {{ faultWords[fault].label }}
      </label>
      <button v-if="chosen.length" type="button" class="act-quiet" @click="chosen = []">
        Nothing broken
      </button>
    </PopoverPanel>
  </Popover>
</template>
