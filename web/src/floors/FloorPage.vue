<script setup lang="ts">
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import type { FloorMap, FloorMapOf, FloorPoint, Plan } from '@/api/types'
import { freshId, leakName, leaksOf } from '@/plan/names'
import { useOpenPlan } from '@/plan/openPlan'
import { usePreferences } from '@/plan/preferences'
import ChoiceField from '@/ui/ChoiceField.vue'
import FindingList from '@/ui/FindingList.vue'
import { latestOnly } from '@/ui/latestOnly'
import { show } from '@/ui/units'
import { useApply } from '@/ui/useApply'
import type { Carried, Chosen } from './chosen'
import FloorDrawing from './FloorDrawing.vue'
import FloorInspector from './FloorInspector.vue'
import { besideLast, readSize } from './geometry'
import { bandAlpha, BANDS_L, bandOf, drawMap, readAt } from './mapImage'

/** The storeys as they are drawn, and how many litres are out before the water is at each spot. */
const open = useOpenPlan()
const preferences = usePreferences()
const plan = computed(() => open.plan!)
const storeys = computed(() => plan.value.storeys ?? [])
const storeyId = ref('')
watch(
  storeys,
  (now) => {
    if (!now.some((s) => s.id === storeyId.value)) storeyId.value = now[0]?.id ?? ''
  },
  { immediate: true },
)

const chosen = ref<Chosen | null>(null)
const { error, attempt } = useApply(() => undefined)

// The map: of one leak, or of all, the soonest or the worst at each spot.
const mapOf = ref<string>('soonest')
const leakId = computed(() => (mapOf.value === 'soonest' || mapOf.value === 'worst' ? null : mapOf.value))
const drawnLeaks = computed(() => leaksOf(plan.value).filter(({ leak, room }) => leak.at && room.storeyId))
const leakChoices = computed(() => [
  { value: 'soonest', label: 'All leaks, the soonest here' },
  { value: 'worst', label: 'All leaks, the worst here' },
  ...drawnLeaks.value.map(({ leak, room }) => ({
    value: leak.id,
    label: `${leak.name}, ${room.name}`,
  })),
])
const map = shallowRef<FloorMap | null>(null)

/** What the map depends on; sensors, drives and rules are no part of it. */
const drawing = computed(() =>
  JSON.stringify([
    plan.value.storeys,
    plan.value.rooms,
    plan.value.doorways,
    plan.value.openings,
    leakId.value,
  ]),
)
const redraw = latestOnly(async () => {
  const leak = leakId.value
  if (leak && !drawnLeaks.value.some((l) => l.leak.id === leak)) mapOf.value = 'soonest'
  const of = leakId.value ? { leak: leakId.value } : (mapOf.value as FloorMapOf)
  map.value = drawnLeaks.value.length ? await api.drawFloors(plan.value, of) : null
})
watch(drawing, () => void redraw(undefined), { immediate: true })
const sheet = computed(() => map.value?.sheets.find((s) => s.storeyId === storeyId.value))

/** Flow of a leak with the main open, as the assessment has it. */
const flowOf = (id: string | undefined) =>
  open.assessment?.leaks.find((l) => l.leakId === id)?.flowM3PerS.high ?? null

// The spread by time, of one leak.
const LONGEST_S = 600
const timeS = ref<number | null>(null)
let frame = 0
function play() {
  cancelAnimationFrame(frame)
  const begun = performance.now()
  const step = (now: number) => {
    const seconds = ((now - begun) / 6000) * LONGEST_S
    timeS.value = Math.min(LONGEST_S, seconds)
    if (seconds < LONGEST_S) frame = requestAnimationFrame(step)
  }
  frame = requestAnimationFrame(step)
}
function showBands() {
  cancelAnimationFrame(frame)
  timeS.value = null
}
onBeforeUnmount(() => cancelAnimationFrame(frame))
watch(leakId, showBands)
const flow = computed(() => (leakId.value ? flowOf(leakId.value) : null))
const outMl = computed(() =>
  timeS.value === null || flow.value === null ? null : timeS.value * flow.value * 1e6,
)
const water = computed<[number, number, number]>(() =>
  preferences.look === 'dark' ? [134, 192, 224] : [31, 99, 137],
)
const picture = computed(() => (sheet.value ? drawMap(sheet.value, water.value, outMl.value) : undefined))

// The spot under the pointer or the arrows.
const spot = ref<FloorPoint | null>(null)
const told = computed(() => {
  const under = spot.value && sheet.value && readAt(sheet.value, spot.value.acrossM, spot.value.downM)
  if (!under || !map.value) return null
  const id = map.value.leakIds[under.leak]
  if (under.millilitres < 0 || !id) return { litres: 'no water ever comes here', rest: '' }
  const volume = under.millilitres / 1e6
  const leakFlow = flowOf(id)
  return {
    litres: show('volume', volume, preferences.system),
    rest: `out before the water is here${leakFlow ? `, ${show('duration', volume / leakFlow, preferences.system)} at the flow of` : ':'} ${leakName(plan.value, id)}`,
  }
})

// Edits.
const moveRoom = (index: number, by: FloorPoint) =>
  attempt(() =>
    open.edit(`room ${index} moved`, (draft) => {
      const room = draft.rooms[index]!
      const places = [
        ...(room.areas ?? []),
        ...(room.blocks ?? []).map((b) => b.area),
        ...(room.drains ?? []).map((d) => d.at),
        ...room.leaks.flatMap((l) => (l.at ? [l.at] : [])),
        ...(room.fall?.lowPoint ? [room.fall.lowPoint] : []),
        ...draft.sensors
          .filter((s) => s.roomId === room.id)
          .flatMap((s) => [...(s.at ? [s.at] : []), ...(s.path ?? [])]),
      ]
      for (const place of places) {
        place.acrossM = Math.round((place.acrossM + by.acrossM) * 100) / 100
        place.downM = Math.round((place.downM + by.downM) * 100) / 100
      }
    }),
  )

function put(draft: Plan, what: Chosen, to: FloorPoint) {
  if (what.kind === 'leak') leaksOf(draft).find((l) => l.leak.id === what.id)!.leak.at = to
  if (what.kind === 'doorway') draft.doorways!.find((d) => d.id === what.id)!.at = to
  if (what.kind === 'sensor') {
    const sensor = draft.sensors.find((s) => s.id === what.id)!
    const first = sensor.path?.[0]
    if (first && sensor.path!.length > 1) {
      const by = { acrossM: to.acrossM - first.acrossM, downM: to.downM - first.downM }
      for (const place of sensor.path!) {
        place.acrossM = Math.round((place.acrossM + by.acrossM) * 100) / 100
        place.downM = Math.round((place.downM + by.downM) * 100) / 100
      }
    } else sensor.at = to
  }
}
/** Ahead of the plan, which follows when the move is assessed; where it is refused the thing goes back. */
const carried = shallowRef<Carried | null>(null)
const takeMove = latestOnly(async (move: Carried) => {
  await attempt(() =>
    open.edit(`${move.chosen.kind} ${move.chosen.id} moved`, (draft) => put(draft, move.chosen, move.to)),
  )
  if (carried.value === move) carried.value = null
})
function movePlace(what: Chosen, to: FloorPoint) {
  carried.value = { chosen: what, to }
  void takeMove(carried.value)
}

const newStorey = ref('')
async function addStorey() {
  const name = newStorey.value.trim() || 'Ground floor'
  const id = freshId(
    name,
    storeys.value.map((s) => s.id),
  )
  const taken = await attempt(() =>
    open.edit('storey added', (draft) => {
      draft.storeys = [...(draft.storeys ?? []), { id, name }]
    }),
  )
  if (taken) {
    storeyId.value = id
    newStorey.value = ''
  }
}

// Rooms that are on the list and not on the drawing yet, or new ones.
const roomName = ref('')
const size = ref('')
const undrawn = computed(() => plan.value.rooms.filter((r) => !r.areas?.length))
async function addRoom() {
  const measured = readSize(size.value)
  if (!measured) {
    error.value = 'Type the size as length by width in metres, such as 3.2 x 2.4.'
    return
  }
  const name = roomName.value.trim()
  if (!name) {
    error.value = 'The room has no name yet. Give it one, or the name of a room on the list.'
    return
  }
  const known = undrawn.value.find((r) => r.name.toLowerCase() === name.toLowerCase())
  const id =
    known?.id ??
    freshId(
      name,
      plan.value.rooms.map((r) => r.id),
    )
  const taken = await attempt(() =>
    open.edit('room drawn', (draft) => {
      let room = draft.rooms.find((r) => r.id === id)
      const at = besideLast(draft.rooms, storeyId.value)
      if (!room) {
        room = { id, name, finish: 'unknown', leaks: [] }
        draft.rooms.push(room)
      }
      room.storeyId = storeyId.value
      room.areas = [{ ...at, ...measured }]
      room.lengthM ??= measured.lengthM
      room.widthM ??= measured.widthM
    }),
  )
  if (!taken) return
  chosen.value = { kind: 'room', id }
  roomName.value = ''
  size.value = ''
}

const findings = computed(() =>
  (open.assessment?.findings ?? []).filter((f) =>
    ['sensor-never-wet', 'leak-never-seen', 'leak-without-sensor', 'film-thinner-than-gap'].includes(f.code),
  ),
)
</script>

<template>
  <div class="mx-auto grid max-w-7xl gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,1fr)_20rem]">
    <div class="lg:col-span-2">
      <h1 class="text-2xl leading-tight font-bold">Floor plan and water map</h1>
      <p class="text-faded max-w-prose">
        Draw the rooms at walking pace; the map then says how many litres are on the floor before the water is
        at each spot. The stronger the blue, the sooner.
      </p>
    </div>

    <div class="min-w-0">
      <div class="mb-3 flex flex-wrap items-end gap-x-5 gap-y-2">
        <nav
          v-if="storeys.length"
          aria-label="Storeys"
          class="border-rule bg-sheet flex gap-px rounded-sm border p-0.5"
        >
          <button
            v-for="storey in storeys"
            :key="storey.id"
            type="button"
            class="rounded-xs px-3 py-1"
            :class="storey.id === storeyId ? 'bg-moss text-on-moss font-semibold' : 'hover:bg-moss-wash'"
            :aria-current="storey.id === storeyId"
            @click="storeyId = storey.id"
          >
            {{ storey.name }}
          </button>
        </nav>
        <ChoiceField
          v-if="drawnLeaks.length"
          class="w-72"
          label="Water of"
          :value="mapOf"
          :choices="leakChoices"
          :apply="async (value) => void (mapOf = value)"
        />
        <div v-if="leakId && flow" class="flex items-center gap-2">
          <button type="button" class="act-quiet" @click="play">Let it run</button>
          <label class="flex items-center gap-2">
            <span class="sr-only">Time since the first drop</span>
            <input
              type="range"
              min="0"
              :max="LONGEST_S"
              step="1"
              class="accent-river w-36"
              :value="timeS ?? 0"
              @input="timeS = Number(($event.target as HTMLInputElement).value)"
            />
          </label>
          <span class="figures w-24 font-bold">{{
            timeS === null ? '' : show('duration', timeS, preferences.system)
          }}</span>
          <button v-if="timeS !== null" type="button" class="act-quiet" @click="showBands">Bands</button>
        </div>
      </div>

      <p v-if="error" role="alert" class="bg-clay-wash text-clay mb-3 rounded-sm p-3 font-semibold">
        {{ error }}
      </p>
      <FloorDrawing
        v-if="storeyId"
        :plan="plan"
        :storey-id="storeyId"
        :sheet="sheet"
        :picture="picture"
        :chosen="chosen"
        :carried="carried"
        @choose="(what) => (chosen = what)"
        @move-room="moveRoom"
        @move-place="movePlace"
        @read="(at) => (spot = at)"
      />
      <p v-else class="bg-sheet text-faded rounded-sm p-6">
        No storey yet. Name the first one, the highest first, then type its rooms as length by width.
      </p>
      <div v-if="sheet" class="mt-2 flex flex-wrap items-center justify-between gap-x-6 gap-y-1">
        <p class="min-h-6" aria-live="polite">
          <template v-if="told">
            <strong class="figures text-river text-lg">{{ told.litres }}</strong> {{ told.rest }}
          </template>
          <span v-else class="text-faded">Point at a spot, or move over it by arrows.</span>
        </p>
        <ul v-if="timeS === null" class="flex flex-wrap gap-x-3 text-[13px]" aria-label="Bands of the map">
          <li
            v-for="litres in BANDS_L.slice(0, 6)"
            :key="litres"
            class="flex items-center gap-1 whitespace-nowrap"
          >
            <span
              class="bg-river inline-block size-3.5 rounded-xs"
              :style="{ opacity: bandAlpha(bandOf(litres * 1000) - 1) / 255 }"
            />
            under {{ litres }} L
          </li>
        </ul>
      </div>

      <form class="mt-5 flex flex-wrap items-end gap-3" @submit.prevent="addRoom">
        <label>
          <span class="font-semibold">Room</span>
          <input
            v-model="roomName"
            list="undrawn"
            class="field mt-1"
            autocomplete="off"
            :disabled="!storeyId"
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
            :disabled="!storeyId"
          />
        </label>
        <button type="submit" class="act" :disabled="!storeyId">Draw it</button>
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

    <aside aria-label="What is chosen">
      <div class="space-y-5 lg:sticky lg:top-20">
        <FloorInspector :chosen="chosen" :storey-id="storeyId" @choose="(what) => (chosen = what)" />
        <section v-if="findings.length">
          <h2 class="mb-2 font-bold">Sensors and water</h2>
          <FindingList :findings="findings" tabindex="0" class="lg:max-h-[40vh] lg:overflow-auto" />
        </section>
      </div>
    </aside>
  </div>
</template>
