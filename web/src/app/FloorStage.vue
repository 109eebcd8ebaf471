<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { useRoute } from 'vue-router'
import FloorPage from '@/floor/FloorPage.vue'
import type { FloorStage } from '@/ui/words'

/** Rooms, sensors or reach: on the drawing, or as a list for those who want rows. */
const route = useRoute()
const stage = computed(() => route.name as FloorStage)
const lists = {
  rooms: defineAsyncComponent(() => import('@/stages/rooms/RoomsStage.vue')),
  sensors: defineAsyncComponent(() => import('@/stages/sensors/SensorsStage.vue')),
  reach: defineAsyncComponent(() => import('@/stages/reach/ReachStage.vue')),
}
</script>

<template>
  <component :is="lists[stage]" v-if="route.query.view === 'list'" />
  <FloorPage v-else :key="stage" :stage="stage" />
</template>
