<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, Refusal } from '@/api/client'
import { freshId } from '@/site/names'
import { addStorey as addStoreyTo, drawRoom } from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { useFloorView } from './floorView'
import { besideLast, toMm } from './geometry'

/** Rooms and storeys, typed at walking pace. */
const view = useFloorView()
const open = useOpenPlan()
const preferences = usePreferences()
const plan = computed(() => open.plan!)
const roomName = ref('')
const size = ref('')
const newStorey = ref('')
/** Rooms that are on the list and not on the drawing yet. */
const undrawn = computed(() => plan.value.building.rooms.filter((r) => !r.areas?.length))

async function addStorey() {
  const name = newStorey.value.trim() || 'Ground floor'
  const id = freshId(name, view.storeys)
  if (await view.attempt('storey added', addStoreyTo({ id, name }))) {
    view.storeyId = id
    newStorey.value = ''
  }
}

/** As people type it, in the units that are shown. */
async function readSize() {
  try {
    const [lengthM, widthM] = await api.readQuantity('lengthByWidth', size.value, preferences.system)
    return { lengthM: toMm(lengthM!), widthM: toMm(widthM!) }
  } catch (failure) {
    if (!(failure instanceof Refusal)) throw failure
    view.error = failure.at()
    return null
  }
}

async function addRoom() {
  const name = roomName.value.trim()
  if (!name) {
    view.error = 'The room has no name yet. Give it one, or the name of a room on the list.'
    return
  }
  const measured = await readSize()
  if (!measured) return
  const known = undrawn.value.find((r) => r.name.toLowerCase() === name.toLowerCase())
  const id = known?.id ?? freshId(name, plan.value.building.rooms)
  const area = { ...besideLast(plan.value.building.rooms, view.storeyId), ...measured }
  if (!(await view.attempt('room drawn', drawRoom(id, name, view.storeyId, area)))) return
  view.chosen = { kind: 'room', id }
  roomName.value = ''
  size.value = ''
}
</script>

<template>
  <div>
    <form class="flex flex-wrap items-end gap-3" @submit.prevent="addRoom">
      <label>
        <span class="font-semibold">Room</span>
        <input
          v-model="roomName"
          list="undrawn"
          class="field mt-1"
          autocomplete="off"
          :disabled="!view.storeyId"
        />
        <datalist id="undrawn">
          <option v-for="room in undrawn" :key="room.id" :value="room.name" />
        </datalist>
      </label>
      <label>
        <span class="font-semibold">Length by width, m</span>
        <input
          v-model="size"
          class="field figures mt-1"
          placeholder="3.2 x 2.4"
          autocomplete="off"
          :disabled="!view.storeyId"
        />
      </label>
      <button type="submit" class="act" :disabled="!view.storeyId">Draw it</button>
      <span v-if="undrawn.length" class="text-faded text-[13px]">
        Not drawn yet: {{ undrawn.map((r) => r.name).join(', ') }}
      </span>
    </form>
    <form class="mt-3 flex flex-wrap items-end gap-3" @submit.prevent="addStorey">
      <label>
        <span class="font-semibold">Storey</span>
        <input v-model="newStorey" class="field mt-1" autocomplete="off" placeholder="Ground floor" />
      </label>
      <button type="submit" class="act-quiet">Add a storey below</button>
    </form>
  </div>
</template>
