<script setup lang="ts">
import SeverityMark from './SeverityMark.vue'

/** A usual caution at the step where the work can hurt someone. */
</script>

<template>
  <p class="bg-ochre-wash flex gap-2 rounded-sm px-3 py-2 text-[13.5px]">
    <SeverityMark severity="caution" class="mt-0.5" />
    <span><slot /></span>
  </p>
</template>
