<script setup lang="ts">
import { computed } from 'vue'
import type { FloorOpening } from '@/api/types'
import { editOpening, removeOpening } from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import ChoiceField from '@/ui/ChoiceField.vue'
import { useFloorView } from '../floorView'
import FloorSheet from './FloorSheet.vue'
import PointFields from './PointFields.vue'
import RectangleFields from './RectangleFields.vue'

/** A stair or gap through which water falls to a storey below. */
const props = defineProps<{ id: string }>()
const view = useFloorView()
const open = useOpenPlan()
const index = computed(() => open.plan!.building.openings.findIndex((o) => o.id === props.id))
const opening = computed(() => open.plan!.building.openings?.[index.value])
const below = computed(() =>
  view.storeys
    .slice(view.storeys.findIndex((s) => s.id === opening.value?.storeyId) + 1)
    .map((s) => ({ value: s.id, label: s.name })),
)

const set = (what: string, change: (opening: FloorOpening) => void) =>
  view.edit(`opening ${props.id} ${what}`, editOpening(props.id, change))
async function takeOut() {
  if (await view.attempt('opening removed', removeOpening(props.id))) view.chosen = null
}
</script>

<template>
  <FloorSheet v-if="opening" title="Opening to below" take-out="Close the opening" @take-out="takeOut">
    <RectangleFields
      :rectangle="opening.area"
      :apply="(key, value) => set(`area ${key}`, (o) => void (o.area[key] = value))"
      :pointer="() => `/building/openings/${index}/area`"
    />
    <ChoiceField
      class="col-span-2"
      label="Water falls to"
      :value="opening.toStoreyId"
      :choices="below"
      :apply="(id) => set('storey', (o) => void (o.toStoreyId = id))"
      :pointer="`/building/openings/${index}/toStoreyId`"
    />
    <PointFields
      name="Lands"
      :at="opening.landsAt"
      :apply="(key, value) => set(`lands ${key}`, (o) => void (o.landsAt[key] = value))"
      :pointer="`/building/openings/${index}/landsAt`"
    />
  </FloorSheet>
</template>
