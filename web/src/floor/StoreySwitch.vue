<script setup lang="ts">
import { addStorey } from '@/site/commands/building'
import { freshId } from '@/site/names'
import { useFloorView } from './floorView'
import { nextStoreyName } from './storeyNames'

/** The storeys, the highest first, and more of them above and below. */
const view = useFloorView()

async function add(isAbove: boolean) {
  const name = isAbove
    ? nextStoreyName(view.storeys, view.storeys[0]?.name, 1)
    : nextStoreyName(view.storeys, view.storeys.at(-1)?.name, -1)
  const id = freshId(name, view.storeys)
  if (await view.attempt('storey added', addStorey({ id, name }, isAbove))) look(id)
}
function look(id: string) {
  view.storeyId = id
  view.chosen = null
}
</script>

<template>
  <div class="flex items-center gap-1">
    <nav
      v-if="view.storeys.length"
      aria-label="Storeys"
      class="border-rule flex gap-px rounded-sm border p-0.5 md:flex-wrap"
    >
      <button
        v-for="storey in view.storeys"
        :key="storey.id"
        type="button"
        class="rounded-xs px-3 py-1 whitespace-nowrap"
        :class="storey.id === view.storeyId ? 'bg-moss text-on-moss font-semibold' : 'hover:bg-moss-wash'"
        :aria-current="storey.id === view.storeyId"
        @click="look(storey.id)"
      >
        {{ storey.name }}
      </button>
    </nav>
    <template v-if="view.stage === 'rooms' && view.storeys.length">
      <button type="button" class="act-quiet px-1.5!" aria-label="Add a storey above" @click="add(true)">
        + above
      </button>
      <button type="button" class="act-quiet px-1.5!" aria-label="Add a storey below" @click="add(false)">
        + below
      </button>
    </template>
  </div>
</template>
