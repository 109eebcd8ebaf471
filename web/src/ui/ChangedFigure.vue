<script setup lang="ts">
/** A figure, and what it was when the plan was last saved, where that differs. */
defineProps<{ now: string; before?: string }>()
</script>

<template>
  <span class="figures relative">
    <template v-if="before !== undefined && before !== now">
      <span class="text-faded text-[0.72em] font-normal line-through decoration-1" aria-hidden="true">{{
        before
      }}</span>
      <span class="text-moss mx-1 text-[0.72em]" aria-hidden="true">→</span>
      <span class="sr-only">was {{ before }}, now </span>
    </template>
    <span
      class="inline-block"
      :class="{ 'bg-moss-wash rounded-xs px-1': before !== undefined && before !== now }"
      >{{ now }}</span
    >
  </span>
</template>
