<script setup lang="ts">
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import type { PlacementSuggestion } from '@/api/types'
import { leakName, sensorName } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { soonestFirst } from '@/site/trips'
import ChoiceField from '@/ui/ChoiceField.vue'
import FindingList from '@/site/parts/FindingList.vue'
import { lostText } from '@/ui/outcomes'
import { show, showBounds } from '@/ui/units'
import type { Chosen } from './chosen'
import FloorDrawing from './FloorDrawing.vue'
import FloorFiles from './FloorFiles.vue'
import FloorInspector from './FloorInspector.vue'
import { LONGEST_S, useFloorMap } from './floorMap'
import { useFloorView } from './floorView'
import { bandAlpha, bandsMl } from './waterMap'
import PlacementPanel from './PlacementPanel.vue'
import RoomForm from './RoomForm.vue'
import SensorPalette from './SensorPalette.vue'

/** The storeys as they are drawn, and how many litres are out before the water is at each spot. */
const open = useOpenPlan()
const preferences = usePreferences()
const view = useFloorView()
const plan = computed(() => open.plan!)
const { mapOf, leakId, choices, sheets, isCoarse, flow, timeS, play, showBands, outMl, spot, told } =
  useFloorMap()

/** What the place of a thing that is carried makes of the litres. */
const carriedTold = computed(() => {
  const thing = view.carried?.thing
  if (!thing) return null
  const trips = (open.assessment?.trips ?? []).filter(
    (t) =>
      (thing.kind === 'sensor' && t.sensorId === thing.id) ||
      (thing.kind === 'leak' && t.leakId === thing.id),
  )
  const first = soonestFirst(trips)[0]
  if (first)
    return {
      litres: showBounds('volume', first.volumeM3, preferences.system),
      rest: `out before ${sensorName(plan.value, first.sensorId)} knows of ${leakName(plan.value, first.leakId)}`,
    }
  if (thing.kind === 'sensor') return { litres: 'no water', rest: 'ever comes here' }
  const worst = open.assessment?.tally.worst
  return worst && { litres: lostText(worst, preferences.system), rest: 'out at worst' }
})
const toldNow = computed(() => carriedTold.value ?? told.value)

const palette = ref<InstanceType<typeof SensorPalette>>()
const proposals = shallowRef<PlacementSuggestion[]>([])
const proposed = computed(() =>
  proposals.value.flatMap((p, i) =>
    plan.value.building.rooms.find((r) => r.id === p.roomId)?.storeyId === view.storeyId
      ? [{ key: `${i + 1}`, at: p.at }]
      : [],
  ),
)

const bandNames = computed(() => [
  ...bandsMl[preferences.system].map((ml) => `under ${show('volume', ml / 1e6, preferences.system)}`),
  'more',
])

type Side = 'chosen' | 'places'
const side = ref<Side>('chosen')
const sides: { value: Side; name: string }[] = [
  { value: 'chosen', name: 'What is chosen' },
  { value: 'places', name: 'Where to put sensors' },
]
function choose(what: Chosen) {
  view.chosen = what
  side.value = 'chosen'
}
function lookAtStorey(id: string) {
  view.storeyId = id
  view.chosen = null
}
onBeforeUnmount(() => {
  view.picking = null
  view.marks = []
  view.error = ''
})

const findings = computed(() =>
  (open.assessment?.findings ?? []).filter(
    (f) => f.stage === 'sensors' && f.severity !== 'note' && !f.widensBound,
  ),
)
const notes = computed(() =>
  (open.assessment?.findings ?? []).filter((f) => f.stage === 'sensors' && f.severity === 'note'),
)
</script>

<template>
  <div class="mx-auto grid max-w-7xl gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,1fr)_21rem]">
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
          v-if="view.storeys.length"
          aria-label="Storeys"
          class="border-rule bg-sheet flex flex-wrap gap-px rounded-sm border p-0.5"
        >
          <button
            v-for="storey in view.storeys"
            :key="storey.id"
            type="button"
            class="rounded-xs px-3 py-1"
            :class="storey.id === view.storeyId ? 'bg-moss text-on-moss font-semibold' : 'hover:bg-moss-wash'"
            :aria-current="storey.id === view.storeyId"
            @click="lookAtStorey(storey.id)"
          >
            {{ storey.name }}
          </button>
        </nav>
        <ChoiceField
          v-if="choices.length > 2"
          class="w-72"
          label="Water of"
          :value="mapOf"
          :choices="choices"
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

      <div
        v-if="view.picking"
        class="bg-moss-wash mb-3 flex items-center justify-between gap-3 rounded-sm p-3"
        role="status"
      >
        {{ view.picking.ask }}
        <button type="button" class="act-quiet shrink-0" @click="view.picking = null">Done</button>
      </div>
      <FloorDrawing
        v-if="view.storeyId"
        :plan="plan"
        :storey-id="view.storeyId"
        :sheets="sheets"
        :out-ml="outMl"
        :chosen="view.chosen"
        :carried="view.carried"
        :marks="view.marks"
        :picking="!!view.picking"
        :pictures="`/api/sites/${open.siteId}/photographs`"
        :proposed="proposed"
        @choose="choose"
        @carry="view.carry"
        @let-go="view.letGo"
        @put-back="view.putBack"
        @nudge="view.nudge"
        @read="(at) => (spot = at)"
        @pick="(at) => view.picking?.take(at)"
        @drop-sensor="(specId, at) => palette?.drop(specId, at)"
      />
      <p v-else class="bg-sheet text-faded rounded-sm p-6">
        No storey yet. Name the first one, the highest first, then type its rooms as length by width.
      </p>
      <p v-if="view.error" role="alert" class="bg-clay-wash text-clay mt-2 rounded-sm p-3 font-semibold">
        {{ view.error }}
      </p>
      <p v-if="view.told" role="status" class="bg-moss-wash mt-2 rounded-sm p-3">{{ view.told }}</p>
      <div v-if="sheets.length" class="mt-2 flex flex-wrap items-center justify-between gap-x-6 gap-y-1">
        <p class="min-h-6" aria-live="polite">
          <template v-if="toldNow">
            <strong class="figures text-river text-lg">{{ toldNow.litres }}</strong> {{ toldNow.rest }}
          </template>
          <span v-else class="text-faded">Point at a spot, or move over it by arrows.</span>
        </p>
        <p v-if="isCoarse" class="text-faded text-[13px]">
          The drawing is large: the water is calculated in coarser cells than the usual 50 mm.
        </p>
        <ul v-if="timeS === null" class="flex flex-wrap gap-x-3 text-[13px]" aria-label="Bands of the map">
          <li v-for="(name, band) in bandNames" :key="band" class="flex items-center gap-1 whitespace-nowrap">
            <span
              class="bg-river inline-block size-3.5 rounded-xs"
              :style="{ opacity: bandAlpha(band) / 255 }"
            />
            {{ name }}
          </li>
        </ul>
      </div>
      <SensorPalette v-if="view.storeyId" ref="palette" class="mt-4" />
      <RoomForm class="mt-5" />
      <FloorFiles class="mt-4" />
    </div>

    <aside aria-label="What is chosen">
      <div class="lg:sticky lg:top-20">
        <div class="border-rule bg-sheet mb-3 flex gap-px rounded-sm border p-0.5">
          <button
            v-for="entry in sides"
            :key="entry.value"
            type="button"
            class="grow rounded-xs px-2 py-1"
            :class="side === entry.value ? 'bg-moss text-on-moss font-semibold' : 'hover:bg-moss-wash'"
            :aria-pressed="side === entry.value"
            @click="side = entry.value"
          >
            {{ entry.name }}
          </button>
        </div>
        <div class="space-y-5 lg:max-h-[calc(100vh-9rem)] lg:overflow-y-auto">
          <FloorInspector v-if="side === 'chosen'" />
          <PlacementPanel v-else @propose="(suggestions) => (proposals = suggestions)" />
          <section v-if="findings.length">
            <h2 class="mb-2 font-bold">Sensors and water</h2>
            <FindingList :findings="findings" />
          </section>
          <details v-if="notes.length">
            <summary class="text-moss cursor-pointer font-semibold">
              {{ notes.length === 1 ? 'One note' : `${notes.length} notes` }}
            </summary>
            <FindingList :findings="notes" class="mt-2" />
          </details>
        </div>
      </div>
    </aside>
  </div>
</template>
