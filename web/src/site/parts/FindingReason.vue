<script setup lang="ts">
import { RouterLink, type RouteLocationRaw } from 'vue-router'

/** Why something is to be done, and the way to where it is mended. */
defineProps<{ text: string; about?: string | null; to: RouteLocationRaw | null }>()
</script>

<template>
  <p class="text-faded text-[13.5px]">
    <strong v-if="about">{{ about }}:</strong>
    {{ text }}
    <RouterLink v-if="to" :to="to" class="text-moss whitespace-nowrap underline underline-offset-2"
      >Go there</RouterLink
    >
  </p>
</template>
