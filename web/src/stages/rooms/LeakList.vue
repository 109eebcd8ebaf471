<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { api } from '@/api/client'
import type { LeakPoint, Room } from '@/api/types'
import { freshId, leaksOf } from '@/site/names'
import {
  addLeak,
  editLeak,
  editRoom,
  removeLeak,
  setLeakKind,
  setLeakPipe,
  setLeakSide,
} from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import AnswerField from '@/ui/AnswerField.vue'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import SwitchField from '@/ui/SwitchField.vue'
import TextField from '@/ui/TextField.vue'
import TickChoices from '@/ui/TickChoices.vue'
import { showBounds } from '@/ui/units'
import { isFixedFlow, leakKinds, type Choice } from '@/ui/words'
import { harms, positions, waterSides } from '@/ui/choices/rooms'

/** The places in one room where water can get out. */
const props = defineProps<{ room: Room; roomIndex: number }>()

const open = useOpenPlan()
const preferences = usePreferences()
const plan = computed(() => open.plan!)
const name = ref('')
const pipes = computed<Choice<string | null>[]>(() => [
  ...plan.value.building.pipes.map((p) => ({ value: p.id, label: p.name })),
  { value: null, label: 'No pipe: waste, rain or a tank', hint: 'no stop valve stops it' },
])

const set = (id: string, what: string, change: (leak: LeakPoint) => void) =>
  open.edit(`leak ${id} ${what}`, editLeak(id, change))

type Measure = 'holeM' | 'flowM3PerS' | 'heightAboveFloorM' | 'holdsM3'
const setMeasure = (id: string, key: Measure) => (values: number[] | null) =>
  set(id, key, (leak) => void (leak[key] = values?.[0] ?? null))

async function setSide(id: string, side: LeakPoint['side']) {
  const feed = await api.proposeFeed(plan.value, props.room.id, side)
  await open.edit(`leak ${id} side`, setLeakSide(id, side, feed))
}

const confirmPipe = (id: string) => set(id, 'pipe said', (leak) => void (leak.pipeIsProposed = false))

function flowText(leak: LeakPoint): string {
  const outcome = open.outcomeOf(open.assessment, leak.id, 'away')
  return outcome ? showBounds('flow', outcome.flowM3PerS, preferences.system) : ''
}

async function add() {
  const wanted = name.value.trim()
  if (!wanted || plan.value.building.pipes.length === 0) return
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
          <TextField
            label="Leak point"
            :value="leak.name"
            required
            :apply="(text) => set(leak.id, 'name', (l) => void (l.name = text))"
            :pointer="`/building/rooms/${roomIndex}/leaks/${index}/name`"
          />
          <ChoiceField
            label="Kind"
            :value="leak.kind"
            :choices="leakKinds"
            :apply="(kind) => open.edit(`leak ${leak.id} kind`, setLeakKind(leak.id, kind))"
            :pointer="`/building/rooms/${roomIndex}/leaks/${index}/kind`"
          />
          <MeasureField
            v-if="isFixedFlow(leak.kind)"
            label="Flow"
            kind="flow"
            how="Into a jug against the watch: 10 L in 50 s."
            :values="one(leak.flowM3PerS)"
            :apply="setMeasure(leak.id, 'flowM3PerS')"
            :pointer="`/building/rooms/${roomIndex}/leaks/${index}/flowM3PerS`"
          />
          <MeasureField
            v-else
            label="Hole"
            kind="smallLength"
            how="Inner bore of the hose or pipe for a full break."
            :values="one(leak.holeM)"
            :apply="setMeasure(leak.id, 'holeM')"
            :pointer="`/building/rooms/${roomIndex}/leaks/${index}/holeM`"
          />
          <MeasureField
            label="Height above the floor"
            kind="length"
            how="Tape from the floor to where it would leak."
            :values="one(leak.heightAboveFloorM)"
            :apply="setMeasure(leak.id, 'heightAboveFloorM')"
            :pointer="`/building/rooms/${roomIndex}/leaks/${index}/heightAboveFloorM`"
          />
          <ChoiceField
            :label="leak.pipeIsProposed ? 'Fed by (proposed: is it?)' : 'Fed by'"
            :value="leak.pipeId ?? null"
            :choices="pipes"
            :apply="(pipeId) => open.edit(`leak ${leak.id} pipe`, setLeakPipe(leak.id, pipeId))"
            :pointer="`/building/rooms/${roomIndex}/leaks/${index}/pipeId`"
          />
          <div v-if="leak.pipeIsProposed" class="self-end">
            <button type="button" class="act-quiet -ml-2" @click="confirmPipe(leak.id)">
              Yes, this pipe feeds it
            </button>
          </div>
          <MeasureField
            v-if="!leak.pipeId"
            label="How much there is"
            kind="volume"
            how="The most that can run out: a bath, a tank. Rain has no end."
            :values="one(leak.holdsM3)"
            :apply="setMeasure(leak.id, 'holdsM3')"
            :pointer="`/building/rooms/${roomIndex}/leaks/${index}/holdsM3`"
          />
          <AnswerField
            label="Side"
            :value="leak.side"
            :choices="waterSides"
            :apply="(side) => setSide(leak.id, side)"
            :pointer="`/building/rooms/${roomIndex}/leaks/${index}/side`"
          />
          <TickChoices
            class="sm:col-span-2"
            label="What it would ruin, or who is not there"
            :values="leak.harms ?? []"
            :choices="harms"
            :apply="(values) => set(leak.id, 'harms', (l) => void (l.harms = values))"
          />
          <AnswerField
            class="sm:col-span-2"
            label="Where its water meets the floor"
            :value="leak.position"
            :choices="positions"
            :apply="(position) => set(leak.id, 'position', (l) => void (l.position = position))"
            :pointer="`/building/rooms/${roomIndex}/leaks/${index}/position`"
          />
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
          :disabled="pipes.length === 0"
        />
      </div>
      <button type="submit" class="act" :disabled="!name.trim() || pipes.length === 0">Add leak point</button>
    </form>
    <p v-if="pipes.length === 0" class="text-faded mt-1 text-[13px]">
      A leak point hangs on a pipe:
      <RouterLink class="text-moss underline" :to="`/sites/${open.siteId}/main`"
        >add one at the stop valve</RouterLink
      >
      first.
    </p>
  </section>
</template>
