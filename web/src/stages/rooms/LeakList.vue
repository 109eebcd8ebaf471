<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { api } from '@/api/client'
import type { LeakPoint, Room } from '@/api/types'
import { freshId, leaksOf } from '@/site/names'
import LeakFields from '@/floor/inspector/LeakFields.vue'
import { addLeak, editRoom, removeLeak } from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import SwitchField from '@/ui/SwitchField.vue'
import { showBounds } from '@/ui/units'

/** The places in one room where water can get out. */
const props = defineProps<{ room: Room; roomIndex: number }>()

const open = useOpenPlan()
const preferences = usePreferences()
const plan = computed(() => open.plan!)
const name = ref('')
const hasPipes = computed(() => plan.value.building.pipes.length > 0)

function flowText(leak: LeakPoint): string {
  const outcome = open.outcomeOf(open.assessment, leak.id, 'away')
  return outcome ? showBounds('flow', outcome.flowM3PerS, preferences.system) : ''
}

async function add() {
  const wanted = name.value.trim()
  if (!wanted || !hasPipes.value) return
  const id = freshId(
    wanted,
    leaksOf(plan.value).map((l) => l.leak),
  )
  const feed = await api.proposeFeed(plan.value, props.room.id, 'cold')
  await open.edit('leak point added', addLeak(id, wanted, props.room.id, feed))
  name.value = ''
}
</script>

<template>
  <section>
    <h3 class="mb-2 font-bold">Leak points</h3>
    <SwitchField
      v-if="room.leaks.length === 0"
      class="mb-3"
      label="Looked: no water can get out here"
      :value="room.noLeakPoints ?? false"
      :apply="
        (on) =>
          open.edit(
            'no leak point here',
            editRoom(room.id, (r) => void (r.noLeakPoints = on)),
          )
      "
    />
    <ul class="space-y-4">
      <li
        v-for="(leak, index) in room.leaks"
        :key="leak.id"
        class="border-rule bg-paper rounded-sm border p-3"
      >
        <div class="mb-3 flex flex-wrap items-baseline justify-between gap-x-3">
          <span class="figures text-[17px] font-bold">{{ flowText(leak) }}</span>
          <RouterLink
            :to="{ path: `/sites/${open.siteId}/rehearse`, query: { leak: leak.id } }"
            class="act-quiet -mr-2 py-0!"
          >
            Rehearse it
          </RouterLink>
        </div>
        <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
          <LeakFields :leak="leak" :room="room" :pointer="`/building/rooms/${roomIndex}/leaks/${index}`" />
        </div>
        <button
          type="button"
          class="act-quiet text-clay mt-2 -ml-2"
          @click="open.edit('leak point removed', removeLeak(leak.id))"
        >
          Take it out
        </button>
      </li>
    </ul>
    <form class="mt-3 flex items-end gap-2" @submit.prevent="add">
      <div class="grow">
        <label :for="`leak-name-${room.id}`" class="font-semibold">New leak point</label>
        <input
          :id="`leak-name-${room.id}`"
          v-model="name"
          class="field"
          maxlength="120"
          autocomplete="off"
          placeholder="Basin hose"
          :disabled="!hasPipes"
        />
      </div>
      <button type="submit" class="act" :disabled="!name.trim() || !hasPipes">Add leak point</button>
    </form>
    <p v-if="!hasPipes" class="text-faded mt-1 text-[13px]">
      A leak point hangs on a pipe:
      <RouterLink class="text-moss underline" :to="`/sites/${open.siteId}/main`"
        >add one at the stop valve</RouterLink
      >
      first.
    </p>
  </section>
</template>
