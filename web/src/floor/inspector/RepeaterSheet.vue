<script setup lang="ts">
import { computed } from 'vue'
import type { Repeater } from '@/api/types'
import { editRepeater, removeRepeater } from '@/site/commands/radio'
import { useOpenPlan } from '@/site/openPlan'
import { useFloorView } from '../floorView'
import DeviceFields from './DeviceFields.vue'
import FloorSheet from './FloorSheet.vue'
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
    <DeviceFields :device="repeater" :specs="specs" :set="set" :pointer="at" />
  </FloorSheet>
</template>
