<script setup lang="ts">
import { Dialog, DialogPanel } from '@headlessui/vue'
import { computed, ref, watch } from 'vue'

/** A place to go or a thing to do. */
export interface Command {
  name: string
  run: () => unknown
}

const props = defineProps<{ open: boolean; commands: Command[] }>()
const emit = defineEmits<{ close: [] }>()

const MOST_SHOWN = 12
const typed = ref('')
const active = ref(0)
const matches = computed(() =>
  props.commands
    .filter((c) => c.name.toLowerCase().includes(typed.value.trim().toLowerCase()))
    .slice(0, MOST_SHOWN),
)

watch(
  () => props.open,
  () => (typed.value = ''),
)
watch(matches, () => (active.value = 0))

const move = (by: number) => {
  active.value = (active.value + by + matches.value.length) % Math.max(1, matches.value.length)
}

function pick(command: Command | undefined) {
  if (!command) return
  emit('close')
  command.run()
}
</script>

<template>
  <Dialog :open="open" class="relative z-50" aria-label="Find a place or an action" @close="emit('close')">
    <div class="fixed inset-0 bg-black/50" aria-hidden="true" />
    <div class="fixed inset-0 p-3 pt-[12vh]">
      <DialogPanel class="bg-sheet border-rule mx-auto max-w-lg rounded-sm border p-2 shadow-xl">
        <input
          v-model="typed"
          class="field"
          role="combobox"
          aria-label="Find a place or an action"
          aria-expanded="true"
          aria-controls="palette-list"
          :aria-activedescendant="matches.length ? `palette-${active}` : undefined"
          placeholder="Find a place or an action"
          autocomplete="off"
          @keydown.down.prevent="move(1)"
          @keydown.up.prevent="move(-1)"
          @keydown.enter.prevent="pick(matches[active])"
        />
        <ul
          id="palette-list"
          role="listbox"
          aria-label="Places and actions"
          class="mt-1 max-h-80 overflow-auto"
        >
          <li
            v-for="(command, i) in matches"
            :id="`palette-${i}`"
            :key="command.name"
            role="option"
            :aria-selected="i === active"
            class="cursor-pointer px-3 py-1.5"
            :class="{ 'bg-moss-wash': i === active }"
            @mousemove="active = i"
            @click="pick(command)"
          >
            {{ command.name }}
          </li>
        </ul>
        <p v-if="matches.length === 0" class="text-faded px-3 py-1.5">Nothing of that name.</p>
      </DialogPanel>
    </div>
  </Dialog>
</template>
