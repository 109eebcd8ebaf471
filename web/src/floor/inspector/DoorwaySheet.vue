<script setup lang="ts">
import { computed } from 'vue'
import type { Doorway } from '@/api/types'
import { editDoorway, removeDoorway } from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import MeasureField from '@/ui/MeasureField.vue'
import { assumedOf } from '@/ui/assumed'
import { one } from '@/ui/measured'
import { useFloorView } from '../floorView'
import FloorSheet from './FloorSheet.vue'
import PointFields from './PointFields.vue'

const props = defineProps<{ id: string }>()
const view = useFloorView()
const open = useOpenPlan()
const index = computed(() => open.plan!.building.doorways.findIndex((d) => d.id === props.id))
const doorway = computed(() => open.plan!.building.doorways?.[index.value])

const set = (what: string, change: (doorway: Doorway) => void) =>
  view.edit(`doorway ${props.id} ${what}`, editDoorway(props.id, change))
async function takeOut() {
  if (await view.attempt('doorway removed', removeDoorway(props.id))) view.chosen = null
}
</script>

<template>
  <FloorSheet v-if="doorway" title="Doorway" take-out="Take the doorway out" @take-out="takeOut">
    <MeasureField
      label="Width"
      kind="length"
      required
      :values="[doorway.widthM]"
      :apply="(v) => set('width', (d) => void (d.widthM = v![0]!))"
      :pointer="`/building/doorways/${index}/at`"
    />
    <MeasureField
      label="Threshold"
      kind="smallLength"
      how="0 where there is none."
      :values="one(doorway.thresholdM)"
      :assumed="assumedOf(doorway, 'thresholdM')"
      :apply="(v) => set('threshold', (d) => void (d.thresholdM = v?.[0] ?? null))"
      :pointer="`/building/doorways/${index}/thresholdM`"
    />
    <PointFields
      :at="doorway.at"
      :apply="(key, value) => set(key, (d) => void (d.at[key] = value))"
      :pointer="`/building/doorways/${index}/at`"
    />
  </FloorSheet>
</template>
