<script setup lang="ts">
import { ref } from 'vue'
import type { FloorMapSheet, Plan } from '@/api/types'
import { rect, SCALE, useDrawingFrame } from './drawingFrame'
import { useDrawnHands } from './drawnHands'
import { useDrawnNames } from './drawnNames'
import { useDrawnThings } from './drawnThings'
import DevicesLayer from './layers/DevicesLayer.vue'
import DoorwaysLayer from './layers/DoorwaysLayer.vue'
import FixturesLayer from './layers/FixturesLayer.vue'
import FloorsLayer from './layers/FloorsLayer.vue'
import LeaksLayer from './layers/LeaksLayer.vue'
import NamesLayer from './layers/NamesLayer.vue'
import SensorsLayer from './layers/SensorsLayer.vue'
import WallsLayer from './layers/WallsLayer.vue'
import { provideStoreyDrawing } from './storeyDrawing'
import WaterMap from './WaterMap.vue'

/** One storey to look at, with the water that is out by now; nothing on it can be taken hold of. */
const props = defineProps<{
  plan: Plan
  storeyId: string
  sheets: FloorMapSheet[]
  outMl: number
  /** Ids of the sensors that are wet. */
  wet: ReadonlySet<string>
  /** How far the handles of stop valves have turned, 0 to 1, by their ids. */
  turned: ReadonlyMap<string, number>
}>()

const pane = ref<HTMLElement>()
const things = useDrawnThings(() => props)
const drawing = useDrawingFrame(pane, () => things.rooms.value.flatMap((room) => room.areas))
const names = useDrawnNames(things, drawing)
const nothing = () => {}
const hands = useDrawnHands(() => ({ chosen: null, carried: null, areRoomsLively: false }), things, drawing, {
  choose: nothing,
  carry: nothing,
  letGo: nothing,
  putBack: nothing,
  nudge: nothing,
})
provideStoreyDrawing({ ...things, ...drawing, ...names, ...hands })
const { frame, textSize } = drawing
</script>

<template>
  <div ref="pane">
    <svg :viewBox="frame.join(' ')" class="h-full w-full select-none" inert>
      <defs>
        <clipPath id="moment-floors">
          <template v-for="room in things.rooms.value" :key="room.id">
            <rect v-for="(area, i) in room.areas" :key="i" v-bind="rect(area)" />
          </template>
        </clipPath>
      </defs>
      <FloorsLayer />
      <WaterMap
        v-for="(sheet, i) in sheets"
        :key="i"
        :sheet="sheet"
        :out-ml="outMl"
        :taken="names.taken.value"
        :scale="SCALE"
        :text-size="textSize * 0.75"
        clip-path="url(#moment-floors)"
      />
      <WallsLayer />
      <FixturesLayer class="opacity-60" />
      <DoorwaysLayer class="opacity-40" />
      <NamesLayer />
      <LeaksLayer />
      <SensorsLayer :wet="wet" />
      <DevicesLayer :turned="turned" />
    </svg>
  </div>
</template>
