<script setup lang="ts">
import { computed } from 'vue'
import type { Room } from '@/api/types'
import { addDoorway as addDoorwayTo, addWall as addWallTo } from '@/site/commands/building'
import { freshId } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { useFloorView } from '../floorView'
import { doorwayIn, sharedWall, toCm } from '../geometry'

/** The rooms next to one, and doorways and walls to them. */
const props = defineProps<{ room: Room }>()
const view = useFloorView()
const open = useOpenPlan()
const plan = computed(() => open.plan!)

/** Rooms with a wall in common. */
const neighbours = computed(() => {
  const mine = props.room
  if (!mine) return []
  return plan.value.building.rooms.flatMap((other) => {
    if (other.id === mine.id || other.storeyId !== mine.storeyId) return []
    const wall = sharedWall(mine, other)
    return wall ? [{ other, wall }] : []
  })
})
async function addDoorway({ other, wall }: (typeof neighbours.value)[number]) {
  const id = freshId(`${props.room.id}-${other.id}`, plan.value.building.doorways)
  const { storeyId } = view
  const doorway = { id, storeyId, thresholdM: null, ...doorwayIn(wall) }
  if (await view.attempt('doorway added', addDoorwayTo(doorway))) view.chosen = { kind: 'doorway', id }
}
async function addWall({ other, wall }: (typeof neighbours.value)[number]) {
  const id = freshId(`wall-${props.room.id}-${other.id}`, plan.value.building.walls)
  const { storeyId } = view
  const make = { material: 'brick' as const, thicknessM: null }
  const stretch = { id, storeyId, at: wall.at, direction: wall.wall, lengthM: toCm(wall.lengthM), make }
  if (await view.attempt('wall added', addWallTo(stretch))) view.chosen = { kind: 'wall', id }
}
</script>

<template>
  <section>
    <h3 class="mt-4 mb-1 font-semibold">Next to it</h3>
    <ul>
      <li
        v-for="neighbour in neighbours"
        :key="neighbour.other.id"
        class="flex flex-wrap items-center justify-between gap-x-2"
      >
        <span class="min-w-0 truncate">{{ neighbour.other.name }}</span>
        <span class="flex">
          <button
            type="button"
            class="act-quiet py-0.5!"
            :aria-label="`Doorway to ${neighbour.other.name}`"
            @click="addDoorway(neighbour)"
          >
            doorway
          </button>
          <button
            type="button"
            class="act-quiet py-0.5!"
            :aria-label="`Wall to ${neighbour.other.name}`"
            @click="addWall(neighbour)"
          >
            wall
          </button>
        </span>
      </li>
      <li v-if="!neighbours.length" class="text-faded text-[13px]">No room touches this one yet.</li>
    </ul>
  </section>
</template>
