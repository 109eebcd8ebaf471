<script setup lang="ts">
import ModalDialog from '@/ui/ModalDialog.vue'
import { stages, stageWords } from '@/ui/words'

defineProps<{ open: boolean }>()
defineEmits<{ close: [] }>()

const keys: [string, string][] = [
  ...stages.map((stage, i): [string, string] => [String(i + 1), stageWords[stage]]),
  ['Ctrl + S', 'Save'],
  ['Ctrl + Z', 'Undo'],
  ['Ctrl + Shift + Z', 'Redo'],
  ['+  −  0', 'On the drawing: nearer, farther, all of it'],
  ['Enter', 'Take what was typed in a field'],
  ['Esc', 'Put back what the field had'],
  ['/', 'Find a place or an action'],
  ['?', 'This sheet'],
]
</script>

<template>
  <ModalDialog :open="open" title="Keys" @close="$emit('close')">
    <dl class="grid grid-cols-[auto_1fr] gap-x-5 gap-y-1.5">
      <template v-for="[key, what] in keys" :key="key">
        <dt>
          <kbd class="figures border-rule rounded-xs border px-1.5">{{ key }}</kbd>
        </dt>
        <dd>{{ what }}</dd>
      </template>
    </dl>
    <div class="mt-4 text-right">
      <button type="button" class="act" @click="$emit('close')">Close</button>
    </div>
  </ModalDialog>
</template>
