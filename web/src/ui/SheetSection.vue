<script setup lang="ts">
/** A titled part of a stage. */
defineProps<{
  title: string
  lead?: string
  /** Of the part of the plan that it shows. */
  pointer?: string
}>()
</script>

<template>
  <section
    class="border-rule scroll-mt-20 border-t pt-3 pb-6 first:border-t-0 first:pt-0"
    :data-pointer="pointer"
  >
    <div class="mb-3 flex flex-wrap items-baseline justify-between gap-x-4">
      <div>
        <h2 class="text-lg font-bold">{{ title }}</h2>
        <p v-if="lead" class="text-faded max-w-prose text-[13.5px]">{{ lead }}</p>
      </div>
      <slot name="actions" />
    </div>
    <slot />
  </section>
</template>
