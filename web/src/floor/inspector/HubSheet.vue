<script setup lang="ts">
import { computed } from 'vue'
import type { Hub } from '@/api/types'
import { editHub, removeHub } from '@/site/commands/radio'
import { useOpenPlan } from '@/site/openPlan'
import AnswerField from '@/ui/AnswerField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import { answers } from '@/ui/choices/valve'
import { useFloorView } from '../floorView'
import { marginText, weakestFirst } from '@/ui/margins'
import DeviceFields from './DeviceFields.vue'
import FloorSheet from './FloorSheet.vue'

/** A hub: where it hangs, what carries it, and whom it hears. */
const props = defineProps<{ id: string }>()
const view = useFloorView()
const open = useOpenPlan()
const index = computed(() => open.plan!.installation.hubs.findIndex((h) => h.id === props.id))
const hub = computed(() => open.plan!.installation.hubs[index.value])
const at = computed(() => `/installation/hubs/${index.value}`)
const specs = computed(() => open.plan!.catalogue.hubs.map((s) => ({ value: s.id, label: s.name })))
const radios = computed(() => {
  const ids = open.plan!.catalogue.hubs.find((s) => s.id === hub.value?.specId)?.radioIds ?? []
  return ids.map((id) => open.plan!.catalogue.radios.find((r) => r.id === id)?.name ?? id).join(', ')
})
/** The weakest first. */
const heard = computed(() =>
  (open.assessment?.reach.devices ?? []).filter((d) => d.route.at(-1) === props.id).sort(weakestFirst),
)
const set = (what: string, change: (hub: Hub) => void) =>
  view.edit(`hub ${props.id} ${what}`, editHub(props.id, change))
async function takeOut() {
  if (await view.attempt('hub removed', removeHub(props.id))) view.chosen = null
}
</script>

<template>
  <FloorSheet v-if="hub" :title="hub.name" take-out="Take the hub out" @take-out="takeOut">
    <div class="col-span-2">
      <h3 class="font-semibold">It hears, the weakest first</h3>
      <ul class="max-h-44 overflow-y-auto text-[13.5px]" tabindex="0" aria-label="Devices it hears">
        <li v-for="d in heard" :key="d.deviceId" class="flex justify-between gap-2">
          <span class="truncate">{{ d.name }}</span>
          <span class="figures whitespace-nowrap">{{ marginText(d.marginDb, d.isBlocked) }}</span>
        </li>
      </ul>
      <p v-if="!heard.length" class="text-faded text-[13.5px]">Nobody yet, as far as is known.</p>
      <p class="text-faded text-[13.5px]">
        {{ radios ? `It speaks ${radios}.` : 'The catalogue does not say which radios it speaks.' }}
      </p>
    </div>
    <DeviceFields :device="hub" :specs="specs" :set="set" :pointer="at">
      <AnswerField
        class="col-span-2"
        label="Cable to the router"
        :value="hub.onCable ?? 'unknown'"
        :choices="answers"
        :apply="(v) => set('cable', (h) => void (h.onCable = v))"
        :pointer="`${at}/onCable`"
      />
      <AnswerField
        class="col-span-2"
        label="Battery for a power cut"
        :value="hub.hasBackup ?? 'unknown'"
        :choices="answers"
        :apply="(v) => set('backup', (h) => void (h.hasBackup = v))"
        :pointer="`${at}/hasBackup`"
      />
      <MeasureField
        v-if="hub.hasBackup !== 'no'"
        class="col-span-2"
        label="It carries hub and router for, h"
        kind="number"
        how="Pull both plugs in the evening, and look until when the app reaches the hub."
        :values="one(hub.backupH)"
        :apply="(v) => set('backup hours', (h) => void (h.backupH = v?.[0] ?? null))"
        :pointer="`${at}/backupH`"
      />
    </DeviceFields>
  </FloorSheet>
</template>
