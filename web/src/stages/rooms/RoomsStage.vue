<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Room } from '@/api/types'
import { freshId } from '@/site/names'
import RoomFields from '@/floor/inspector/RoomFields.vue'
import { addRoom, removeRoom } from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import DrawingOrList from '@/site/parts/DrawingOrList.vue'
import StagePage from '@/site/parts/StagePage.vue'
import UsualValues from '@/site/parts/UsualValues.vue'
import { show } from '@/ui/units'
import { finishesOf } from '@/ui/choices/rooms'
import LeakList from './LeakList.vue'

const open = useOpenPlan()
const preferences = usePreferences()
const route = useRoute()
const plan = computed(() => open.plan!)
const name = ref('')
const finishes = computed(() => finishesOf(plan.value.catalogue))
/** Rooms unfolded: the one just added, or the one that was looked for. */
const unfolded = ref(new Set<string>())

watch(
  () => route.query.room,
  (room) => {
    if (typeof room === 'string') unfolded.value = new Set([room])
  },
  { immediate: true },
)

function summary(room: Room): string {
  const size =
    room.lengthM == null || room.widthM == null
      ? 'size not measured'
      : `${show('length', room.lengthM, preferences.system)} × ${show('length', room.widthM, preferences.system)}`
  return `${size} · ${finishes.value.find((f) => f.value === (room.finishId ?? null))?.label.toLowerCase()}`
}

async function add() {
  const wanted = name.value.trim()
  if (!wanted) return
  const id = freshId(wanted, plan.value.building.rooms)
  await open.edit('room added', addRoom(id, wanted))
  unfolded.value = new Set([id])
  name.value = ''
}
</script>

<template>
  <StagePage
    stage="rooms"
    title="Rooms and leak points"
    lead="Go through the rooms and list every place where water can get out. Flexible hoses first of all: basin, WC, kitchen, washing machine, dishwasher, heater."
  >
    <DrawingOrList class="mb-4" />
    <form class="mb-4 flex items-end gap-2" @submit.prevent="add">
      <div class="grow">
        <label for="room-name" class="font-semibold">New room</label>
        <input
          id="room-name"
          v-model="name"
          class="field"
          maxlength="120"
          autocomplete="off"
          placeholder="Kitchen"
        />
      </div>
      <button type="submit" class="act" :disabled="!name.trim()">Add room</button>
    </form>
    <p v-if="plan.building.rooms.length === 0" class="text-faded">No room yet. Begin with the wet rooms.</p>
    <ul class="divide-rule bg-sheet divide-y rounded-sm">
      <Disclosure
        v-for="(room, index) in plan.building.rooms"
        :key="room.id + unfolded.has(room.id)"
        v-slot="{ open: shown }"
        as="li"
        :default-open="unfolded.has(room.id)"
      >
        <DisclosureButton
          class="hover:bg-moss-wash grid w-full grid-cols-[1rem_1fr_auto] items-baseline gap-x-2 px-3 py-2 text-left"
        >
          <span class="text-moss" aria-hidden="true">{{ shown ? '−' : '+' }}</span>
          <span>
            <span class="font-semibold">{{ room.name }}</span>
            <span class="text-faded block truncate text-[13px] tabular-nums">{{ summary(room) }}</span>
          </span>
          <span class="text-[13px] tabular-nums" :class="{ 'text-faded': room.leaks.length === 0 }">
            {{ room.leaks.length }} leak {{ room.leaks.length === 1 ? 'point' : 'points' }}
          </span>
        </DisclosureButton>
        <DisclosurePanel class="px-3 pt-1 pb-5 sm:pl-9">
          <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
            <RoomFields :room="room" :pointer="`/building/rooms/${index}`" />
          </div>
          <UsualValues :scope="{ roomId: room.id }" place="in this room" />
          <LeakList :room="room" :room-index="index" class="mt-5" />
          <button
            type="button"
            class="act-quiet text-clay mt-3 -ml-2"
            @click="open.edit('room removed', removeRoom(room.id))"
          >
            Take this room out
          </button>
        </DisclosurePanel>
      </Disclosure>
    </ul>
    <UsualValues scope="house" place="in the whole house" />
  </StagePage>
</template>
