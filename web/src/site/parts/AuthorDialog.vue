<script setup lang="ts">
import { ref, watch } from 'vue'
import { usePreferences } from '@/site/preferences'
import ModalDialog from '@/ui/ModalDialog.vue'

/** Asks for the name that goes with everything that is saved. */
const props = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: []; named: [] }>()

const preferences = usePreferences()
const name = ref('')

watch(
  () => props.open,
  () => (name.value = preferences.author),
)

function take() {
  if (!name.value.trim()) return
  preferences.author = name.value.trim()
  emit('named')
}
</script>

<template>
  <ModalDialog :open="open" title="Who is saving?" @close="emit('close')">
    <form @submit.prevent="take">
      <label for="author" class="text-faded mb-1 block"
        >Your name goes with every revision that you save.</label
      >
      <input id="author" v-model="name" class="field" maxlength="120" autocomplete="name" />
      <div class="mt-4 flex justify-end gap-2">
        <button type="button" class="act-quiet" @click="emit('close')">Cancel</button>
        <button type="submit" class="act" :disabled="!name.trim()">That is me</button>
      </div>
    </form>
  </ModalDialog>
</template>
