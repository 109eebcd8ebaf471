<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { useOpenPlan } from '@/site/openPlan'
import CautionLine from '@/ui/CautionLine.vue'
import SheetSection from '@/ui/SheetSection.vue'
import DrawingOrList from '@/site/parts/DrawingOrList.vue'
import StagePage from '@/site/parts/StagePage.vue'
import RoomSensors from './RoomSensors.vue'

const open = useOpenPlan()
const plan = computed(() => open.plan!)
const rooms = computed(() =>
  plan.value.building.rooms.filter(
    (r) => r.leaks.length > 0 || plan.value.installation.sensors.some((s) => s.roomId === r.id),
  ),
)
</script>

<template>
  <StagePage
    stage="sensors"
    title="Sensors"
    lead="At the low point, where the water will run: flat, contacts down, clear of dust, beside the trap rather than behind it. Fix them, or a mop moves them."
  >
    <DrawingOrList class="mb-4" />
    <CautionLine class="mb-4">
      Water and electricity: sensors with probes only, cords out of the wet, no adapters on the floor.
    </CautionLine>
    <p v-if="rooms.length === 0" class="text-faded">
      No leak point yet, so nothing to hear.
      <RouterLink class="text-moss underline" :to="`/sites/${open.siteId}/rooms`"
        >Add rooms and leak points</RouterLink
      >
      first.
    </p>
    <SheetSection v-for="room in rooms" :key="room.id" :title="room.name">
      <RoomSensors :room="room" />
    </SheetSection>
  </StagePage>
</template>
