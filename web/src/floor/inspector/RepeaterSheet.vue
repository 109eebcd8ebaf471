<script setup lang="ts">
import { computed } from 'vue'
import type { Repeater } from '@/api/types'
import { editRepeater, removeRepeater } from '@/site/commands/radio'
import { useOpenPlan } from '@/site/openPlan'
import ChoiceField from '@/ui/ChoiceField.vue'
import TextField from '@/ui/TextField.vue'
import { radioCovers } from '../reachChoices'
import { useFloorView } from '../floorView'
import FloorSheet from './FloorSheet.vue'
import PlaceFields from './PlaceFields.vue'
import ReachPanel from './ReachPanel.vue'

/** A repeater: how it is heard, and where it hangs. */
const props = defineProps<{ id: string }>()
const view = useFloorView()
const open = useOpenPlan()
const index = computed(() => open.plan!.installation.repeaters.findIndex((r) => r.id === props.id))
const repeater = computed(() => open.plan!.installation.repeaters[index.value])
const at = computed(() => `/installation/repeaters/${index.value}`)
const specs = computed(() => open.plan!.catalogue.repeaters.map((s) => ({ value: s.id, label: s.name })))
const set = (what: string, change: (repeater: Repeater) => void) =>
  view.edit(`repeater ${props.id} ${what}`, editRepeater(props.id, change))
async function takeOut() {
  if (await view.attempt('repeater removed', removeRepeater(props.id))) view.chosen = null
}
</script>

<template>
  <FloorSheet v-if="repeater" :title="repeater.name" take-out="Take the repeater out" @take-out="takeOut">
    <ReachPanel :id="id" class="col-span-2" />
    <TextField
      class="col-span-2"
      label="Name"
      :value="repeater.name"
      required
      :apply="(text) => set('name', (r) => void (r.name = text))"
      :pointer="`${at}/name`"
    />
    <ChoiceField
      class="col-span-2"
      label="Kind"
      :value="repeater.specId"
      :choices="specs"
      :apply="(id) => set('kind', (r) => void (r.specId = id))"
      :pointer="`${at}/specId`"
    />
    <PlaceFields
      v-if="repeater.place"
      :place="repeater.place"
      :apply="(what, change) => set(what, (r) => r.place && change(r.place))"
      :pointer="`${at}/place`"
    />
    <ChoiceField
      class="col-span-2"
      label="Round it"
      :value="repeater.cover ?? 'none'"
      :choices="radioCovers"
      :apply="(v) => set('cover', (r) => void (r.cover = v))"
    />
  </FloorSheet>
</template>
