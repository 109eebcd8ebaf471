<script setup lang="ts">
import { computed } from 'vue'
import type { Wall } from '@/api/types'
import { editWall, removeWall } from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import MeasureField from '@/ui/MeasureField.vue'
import { useFloorView } from '../floorView'
import FloorSheet from './FloorSheet.vue'
import PointFields from './PointFields.vue'
import WallMakeFields from './WallMakeFields.vue'

/** A stretch of wall that is made otherwise than the rest of its storey. */
const props = defineProps<{ id: string }>()
const view = useFloorView()
const open = useOpenPlan()
const index = computed(() => open.plan!.building.walls.findIndex((w) => w.id === props.id))
const wall = computed(() => open.plan!.building.walls?.[index.value])

const set = (what: string, change: (wall: Wall) => void) =>
  view.edit(`wall ${props.id} ${what}`, editWall(props.id, change))
async function takeOut() {
  if (await view.attempt('wall removed', removeWall(props.id))) view.chosen = null
}
</script>

<template>
  <FloorSheet v-if="wall" title="Stretch of wall" take-out="As the rest of the storey" @take-out="takeOut">
    <WallMakeFields
      label="Made of"
      required
      :make="wall.make"
      :apply="(make) => set('make', (w) => void (w.make = make!))"
    />
    <MeasureField
      label="Length"
      kind="length"
      required
      :values="[wall.lengthM]"
      :apply="(v) => set('length', (w) => void (w.lengthM = v![0]!))"
      :pointer="`/building/walls/${index}/at`"
    />
    <span />
    <PointFields
      :at="wall.at"
      :apply="(key, value) => set(key, (w) => void (w.at[key] = value))"
      :pointer="`/building/walls/${index}/at`"
    />
  </FloorSheet>
</template>
