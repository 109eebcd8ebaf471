<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink, useRoute } from 'vue-router'

/** The same stage on the drawing, or as a list. */
const route = useRoute()
const isList = computed(() => route.query.view === 'list')
</script>

<template>
  <nav aria-label="View" class="border-rule bg-sheet inline-flex gap-px rounded-sm border p-0.5">
    <RouterLink
      v-for="list in [false, true]"
      :key="`${list}`"
      :to="{ path: route.path, query: list ? { view: 'list' } : {} }"
      class="rounded-xs px-3 py-1"
      :class="list === isList ? 'bg-moss text-on-moss font-semibold' : 'hover:bg-moss-wash'"
      :aria-current="list === isList ? 'page' : undefined"
    >
      {{ list ? 'List' : 'Drawing' }}
    </RouterLink>
  </nav>
</template>
