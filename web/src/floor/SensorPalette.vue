<script setup lang="ts">
import { computed } from 'vue'
import type { FloorPoint, Room } from '@/api/types'
import { freshId } from '@/site/names'
import { addSensor } from '@/site/commands/installation'
import { useOpenPlan } from '@/site/openPlan'
import { useFloorView } from './floorView'
import { middleOf, roomAt } from './geometry'

/** Sensors of each kind, to be dragged onto the map, or put into the room that is chosen. */
const view = useFloorView()
const open = useOpenPlan()
const specs = computed(() => open.plan!.catalogue.sensors)
const room = computed(() =>
  view.chosen?.kind === 'room' ? open.plan!.building.rooms.find((r) => r.id === view.chosen!.id) : undefined,
)

async function putInto(into: Room, specId: string, at: FloorPoint) {
  const spec = specs.value.find((s) => s.id === specId)!
  const count = open.plan!.installation.sensors.filter((s) => s.roomId === into.id).length
  const name = `${into.name}, ${spec.name}${count ? ` ${count + 1}` : ''}`
  const id = freshId(name, open.plan!.installation.sensors)
  if (await view.attempt('sensor added', addSensor({ id, name, specId, roomId: into.id, at })))
    view.chosen = { kind: 'sensor', id }
}

/** A sensor that was let go over the drawing goes into the room under it. */
function drop(specId: string, at: FloorPoint) {
  const under = roomAt(open.plan!.building.rooms, view.storeyId, at)
  if (!under) {
    view.error = 'There is no room there. Let the sensor go over the floor of one.'
    return
  }
  return putInto(under, specId, at)
}
defineExpose({ drop })

const take = (event: DragEvent, specId: string) => event.dataTransfer!.setData('text/sensor-spec', specId)
</script>

<template>
  <div class="flex flex-wrap items-center gap-2">
    <span class="font-semibold">Sensors</span>
    <button
      v-for="spec in specs"
      :key="spec.id"
      type="button"
      draggable="true"
      class="border-rule bg-sheet hover:bg-moss-wash cursor-grab rounded-sm border px-2 py-1 disabled:cursor-grab"
      :aria-disabled="!room?.areas?.length"
      :aria-label="`Put a ${spec.name} into the chosen room`"
      @dragstart="take($event, spec.id)"
      @click="room?.areas?.length && putInto(room, spec.id, middleOf(room.areas[0]!))"
    >
      {{ spec.name }}
    </button>
    <span class="text-faded text-[13px]">
      {{
        room ? `Press for ${room.name}, or drag onto the map.` : 'Drag onto the map, or choose a room first.'
      }}
    </span>
  </div>
</template>
