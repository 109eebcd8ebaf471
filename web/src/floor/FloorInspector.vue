<script setup lang="ts">
import { computed } from 'vue'
import { useFloorView } from './floorView'
import DoorwaySheet from './inspector/DoorwaySheet.vue'
import FixtureSheet from './inspector/FixtureSheet.vue'
import HubSheet from './inspector/HubSheet.vue'
import LeakSheet from './inspector/LeakSheet.vue'
import OpeningSheet from './inspector/OpeningSheet.vue'
import RepeaterSheet from './inspector/RepeaterSheet.vue'
import RoomSheet from './inspector/RoomSheet.vue'
import SensorSheet from './inspector/SensorSheet.vue'
import StoreySheet from './inspector/StoreySheet.vue'
import ValveSheet from './inspector/ValveSheet.vue'
import WallSheet from './inspector/WallSheet.vue'

/** The numbers of what is chosen on the drawing, and what can be added to it. */
const view = useFloorView()
const sheets = {
  room: RoomSheet,
  doorway: DoorwaySheet,
  fixture: FixtureSheet,
  leak: LeakSheet,
  sensor: SensorSheet,
  opening: OpeningSheet,
  wall: WallSheet,
  hub: HubSheet,
  repeater: RepeaterSheet,
  valve: ValveSheet,
}
const sheet = computed(() => view.chosen && sheets[view.chosen.kind])
</script>

<template>
  <section class="bg-sheet rounded-sm p-4">
    <component :is="sheet" v-if="sheet && view.chosen" :id="view.chosen.id" :key="view.chosen.id" />
    <StoreySheet v-else-if="view.storeyId" :id="view.storeyId" :key="view.storeyId" />
    <p v-else class="text-faded">Choose something on the drawing to see its numbers.</p>
  </section>
</template>
