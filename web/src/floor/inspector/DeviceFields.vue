<script setup lang="ts">
import type { Hub, Repeater } from '@/api/types'
import ChoiceField from '@/ui/ChoiceField.vue'
import TextField from '@/ui/TextField.vue'
import type { Choice } from '@/ui/words'
import { radioCovers } from '../reachChoices'
import PlaceFields from './PlaceFields.vue'

/** What a hub and a repeater are asked alike. */
type Device = Hub | Repeater
defineProps<{
  device: Device
  specs: Choice<string>[]
  set: (what: string, change: (device: Device) => void) => Promise<void>
  pointer: string
}>()
</script>

<template>
  <TextField
    class="col-span-2"
    label="Name"
    :value="device.name"
    required
    :apply="(text) => set('name', (d) => void (d.name = text))"
    :pointer="`${pointer}/name`"
  />
  <ChoiceField
    class="col-span-2"
    label="Kind"
    :value="device.specId"
    :choices="specs"
    :apply="(id) => set('kind', (d) => void (d.specId = id))"
    :pointer="`${pointer}/specId`"
  />
  <PlaceFields
    v-if="device.place"
    :place="device.place"
    :apply="(what, change) => set(what, (d) => d.place && change(d.place))"
    :pointer="`${pointer}/place`"
  />
  <slot />
  <ChoiceField
    class="col-span-2"
    label="Round it"
    :value="device.cover ?? 'none'"
    :choices="radioCovers"
    :apply="(v) => set('cover', (d) => void (d.cover = v))"
  />
</template>
