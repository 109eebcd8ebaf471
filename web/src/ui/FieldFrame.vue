<script setup lang="ts">
/** A label, a line on how it is taken, the control, what was understood, and what is wrong, always in this order. */
defineProps<{
  id: string
  label: string
  how?: string
  echo?: string
  error?: string
  /** Its label is for screen readers only, where the row says what it is. */
  isInline?: boolean
}>()
</script>

<template>
  <div class="min-w-0">
    <div class="flex flex-wrap items-baseline justify-between gap-2 gap-x-2" :class="{ 'sr-only': isInline }">
      <label :id="`${id}-label`" :for="id" class="font-semibold">{{ label }}</label>
      <slot name="aside" />
    </div>
    <p v-if="how" :id="`${id}-how`" class="text-faded mb-1 text-[13px]">{{ how }}</p>
    <slot />
    <p
      v-if="error"
      :id="`${id}-error`"
      role="alert"
      class="text-clay mt-1 flex gap-1.5 text-[13px] font-semibold"
    >
      <svg width="10" height="10" viewBox="0 0 10 10" class="mt-1 shrink-0" aria-hidden="true">
        <rect width="10" height="10" fill="currentColor" />
      </svg>
      {{ error }}
    </p>
    <p v-else-if="echo" class="text-river mt-1 text-[13.5px] font-semibold">{{ echo }}</p>
  </div>
</template>
