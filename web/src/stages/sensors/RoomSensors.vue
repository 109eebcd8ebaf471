<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Room, Sensor } from '@/api/types'
import { freshId, isDrawn } from '@/site/names'
import { addSensor, editSensor, removeSensor, setDistance } from '@/site/commands/installation'
import { useOpenPlan } from '@/site/openPlan'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import SeverityMark from '@/ui/SeverityMark.vue'
import TextField from '@/ui/TextField.vue'
import { duration, showBounds } from '@/ui/units'
import { usePreferences } from '@/site/preferences'

/** The sensors of one room, each with the way the water has to go to it from each leak point. */
const props = defineProps<{ room: Room }>()

const open = useOpenPlan()
const preferences = usePreferences()
const plan = computed(() => open.plan!)
const name = ref('')

const kinds: Record<string, string> = {
  spot: 'contacts under it',
  spotWithCup: 'contacts and a cup for drips',
  probeOnCord: 'probe in the gap, main part dry',
  rope: 'wets anywhere along it; lies flat',
}

const specs = computed(() =>
  plan.value.catalogue.sensors.map((s) => ({ value: s.id, label: s.name, hint: kinds[s.kind] })),
)
const rows = computed(() =>
  plan.value.installation.sensors
    .map((sensor, index) => ({ sensor, index }))
    .filter((row) => row.sensor.roomId === props.room.id),
)

const set = (id: string, what: string, change: (sensor: Sensor) => void) =>
  open.edit(`sensor ${id} ${what}`, editSensor(id, change))

const distance = (sensor: Sensor, leakId: string) => {
  const known = sensor.distances.find((d) => d.leakId === leakId)?.distanceM
  return known == null ? null : [known]
}

/** After how many litres, and when, the sensor knows of the leak. */
function knows(sensor: Sensor, leakId: string): string {
  const trip = open.assessment?.trips.find((t) => t.sensorId === sensor.id && t.leakId === leakId)
  if (!trip) return ''
  if (trip.volumeM3.high == null) return 'Not known ever to get wet'
  const time = trip.timeS == null ? '' : `, ${duration(trip.timeS)}`
  return `Knows after ${showBounds('volume', trip.volumeM3, preferences.system)}${time}`
}

/** Where the distance stands in the plan, or will once it is added. */
function pointer(sensor: Sensor, index: number, leakId: string): string {
  const place = sensor.distances.findIndex((d) => d.leakId === leakId)
  return `/installation/sensors/${index}/distances/${place < 0 ? sensor.distances.length : place}/distanceM`
}

const setDistanceTo = (id: string, leakId: string) => (values: number[] | null) =>
  open.edit(`sensor ${id} distance ${leakId}`, setDistance(id, leakId, values?.[0] ?? null))

async function add() {
  const wanted = name.value.trim()
  const spec = plan.value.catalogue.sensors[0]
  if (!wanted || !spec) return
  const id = freshId(wanted, plan.value.installation.sensors)
  await open.edit('sensor added', addSensor({ id, name: wanted, specId: spec.id, roomId: props.room.id }))
  name.value = ''
}
</script>

<template>
  <p v-if="rows.length === 0" class="text-clay mb-3 flex items-center gap-2 font-semibold">
    <SeverityMark severity="stop" /> No sensor here: nothing ever knows of a leak in this room.
  </p>
  <ul class="space-y-3">
    <li v-for="{ sensor, index } in rows" :key="sensor.id" class="bg-sheet rounded-sm p-3">
      <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
        <TextField
          label="Sensor"
          :value="sensor.name"
          required
          :apply="(text) => set(sensor.id, 'name', (s) => void (s.name = text))"
          :pointer="`/installation/sensors/${index}/name`"
        />
        <ChoiceField
          label="Kind"
          :value="sensor.specId"
          :choices="specs"
          :apply="(specId) => set(sensor.id, 'kind', (s) => void (s.specId = specId))"
          :pointer="`/installation/sensors/${index}/specId`"
        />
        <template v-for="leak in room.leaks" :key="leak.id">
          <div v-if="isDrawn(sensor, leak)">
            <span class="font-semibold">From {{ leak.name }}</span>
            <p class="text-faded text-[13px]">As drawn on the floor plan.</p>
            <p class="text-river font-semibold">{{ knows(sensor, leak.id) }}</p>
          </div>
          <MeasureField
            v-else
            :label="`From ${leak.name}`"
            kind="length"
            how="Along the floor, the way the water would run."
            :note="knows(sensor, leak.id)"
            :values="distance(sensor, leak.id)"
            :apply="setDistanceTo(sensor.id, leak.id)"
            :pointer="pointer(sensor, index, leak.id)"
          />
        </template>
      </div>
      <button
        type="button"
        class="act-quiet text-clay mt-2 -ml-2"
        @click="open.edit('sensor removed', removeSensor(sensor.id))"
      >
        Take it out
      </button>
    </li>
  </ul>
  <form class="mt-3 flex items-end gap-2" @submit.prevent="add">
    <div class="grow">
      <label :for="`sensor-name-${room.id}`" class="font-semibold">New sensor in {{ room.name }}</label>
      <input
        :id="`sensor-name-${room.id}`"
        v-model="name"
        class="field"
        maxlength="120"
        autocomplete="off"
        placeholder="Named by its place: under the basin"
      />
    </div>
    <button type="submit" class="act" :disabled="!name.trim()">Add sensor</button>
  </form>
</template>
