<script setup lang="ts">
import type { DocumentError } from '@/api/types'

/** What is wrong with a file that was not taken; empty where nothing is. */
defineProps<{ errors: DocumentError[]; most: number }>()
</script>

<template>
  <div v-if="errors.length" role="alert" class="bg-clay-wash rounded-sm p-3">
    <p class="text-clay font-bold">The file was not taken; nothing was changed.</p>
    <ul class="mt-1 list-inside list-disc text-[13.5px]">
      <li v-for="fault in errors.slice(0, most)" :key="fault.pointer + fault.message">
        {{ fault.message }}
      </li>
      <li v-if="errors.length > most">and {{ errors.length - most }} more</li>
    </ul>
  </div>
</template>
