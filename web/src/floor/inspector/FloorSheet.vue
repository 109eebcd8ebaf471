<script setup lang="ts">
/** The numbers of one thing on the drawing, and how to take it out. */
defineProps<{ title: string; takeOut?: string }>()
const emit = defineEmits<{ takeOut: [] }>()
</script>

<template>
  <h2 class="mb-3 text-lg font-bold">{{ title }}</h2>
  <div class="grid grid-cols-2 gap-x-3 gap-y-3">
    <slot />
  </div>
  <slot name="below" />
  <button v-if="takeOut" type="button" class="act-quiet text-clay mt-3 -ml-2" @click="emit('takeOut')">
    {{ takeOut }}
  </button>
</template>
