<script setup lang="ts">
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import type { FloorPoint, PlacementSuggestion } from '@/api/types'
import { leakName, sensorName } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePressedAgain } from '@/site/pressedAgain'
import { usePreferences } from '@/site/preferences'
import { soonestFirst } from '@/site/trips'
import CautionLine from '@/ui/CautionLine.vue'
import ChoiceField from '@/ui/ChoiceField.vue'
import { useRestOfWindow } from '@/ui/restOfWindow'
import DrawingOrList from '@/site/parts/DrawingOrList.vue'
import UsualValues from '@/site/parts/UsualValues.vue'
import FindingList from '@/site/parts/FindingList.vue'
import { foldAlike } from '@/site/parts/findings'
import { lostText } from '@/ui/outcomes'
import { show, showBounds } from '@/ui/units'
import { stageWords, type FloorStage } from '@/ui/words'
import { chosenAt, isSame, type Chosen } from './chosen'
import { usePlaceWords } from './drawnThings'
import FloorDrawing from './FloorDrawing.vue'
import BatteryPanel from './BatteryPanel.vue'
import PowerCutPanel from './PowerCutPanel.vue'
import FloorFiles from './FloorFiles.vue'
import FloorInspector from './FloorInspector.vue'
import HouseShapes from './HouseShapes.vue'
import { LONGEST_S, useFloorMap } from './floorMap'
import { useFloorView } from './floorView'
import { bandAlpha, bandsMl } from './waterMap'
import LayerSwitch from './LayerSwitch.vue'
import PlacementPanel from './PlacementPanel.vue'
import ReachBar from './ReachBar.vue'
import { useReachMap } from './reachMap'
import RoomLine from './RoomLine.vue'
import ScaleBar from './ScaleBar.vue'
import SensorBar from './SensorBar.vue'
import StoreySwitch from './StoreySwitch.vue'

/**
 * One storey as it is drawn, looked at for its rooms, its sensors or what radio reaches: the drawing fills the window, with one sheet
 * beside it for what is chosen.
 */
const props = defineProps<{ stage: FloorStage }>()
const open = useOpenPlan()
const preferences = usePreferences()
const view = useFloorView()
view.stage = props.stage
const route = useRoute()
const { exampleLine } = usePlaceWords()
const page = ref<HTMLElement>()
const height = useRestOfWindow(page)
const drawing = ref<InstanceType<typeof FloorDrawing>>()
const plan = computed(() => open.plan!)
const {
  mapOf,
  leakId,
  choices,
  hasDrawnLeaks,
  sheets,
  isInDoubt,
  isCoarse,
  flow,
  timeS,
  play,
  showBands,
  outMl,
  spot,
  told,
} = useFloorMap()

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
/** Layers over the drawing: each stage begins with its own. */
const hasWater = ref(props.stage !== 'reach')
const hasReach = ref(props.stage === 'reach')
const hasOthers = ref(false)
const { radios, radioId, map: reachMap, read: readReach } = useReachMap(() => hasReach.value)
const shownSheets = computed(() => (hasWater.value ? sheets.value : []))
/** Whether there is a map to come: its line is there before it, so that the drawing stays as large as it is. */
const hasWaterMap = computed(() => hasWater.value && hasDrawnLeaks.value)
const hasReachMap = computed(() => hasReach.value && radios.value.length > 0)
const pointed = shallowRef<FloorPoint | null>(null)
function readSpot(at: FloorPoint | null) {
  pointed.value = at
  spot.value = at
}
const toldReach = computed(() => readReach(pointed.value))
const toldNow = computed(() => carriedTold.value ?? (hasWater.value ? told.value : null))

const bar = ref<InstanceType<typeof SensorBar>>()
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

type Side = 'chosen' | 'places' | 'power' | 'findings'
const side = ref<Side>('chosen')
const findings = computed(() => (open.assessment?.findings ?? []).filter((f) => f.stage === props.stage))
/** What is found of the thing that is chosen. */
const ofChosen = computed(() => {
  const { chosen } = view
  if (!chosen) return []
  return (open.assessment?.findings ?? []).filter((f) => {
    const of = chosenAt(plan.value, f.where)?.chosen
    return of && isSame(of, chosen)
  })
})
const sides = computed<{ value: Side; name: string }[]>(() => [
  { value: 'chosen', name: 'Chosen' },
  ...(props.stage === 'sensors' ? [{ value: 'places' as const, name: 'Where to put' }] : []),
  ...(props.stage === 'reach' ? [{ value: 'power' as const, name: 'Power' }] : []),
  { value: 'findings', name: `Findings ${foldAlike(findings.value).length}` },
])
function choose(what: Chosen) {
  view.chosen = what
  side.value = 'chosen'
}
onBeforeUnmount(() => {
  view.picking = null
  view.marks = []
  view.error = ''
})

const again = usePressedAgain()
/** What the address asks for: a room by its id, or the place of a finding. */
watch(
  () => [route.query.room, route.query.at, again.value] as const,
  ([roomId, at]) => {
    const room = plan.value.building.rooms.find((r) => r.id === roomId)
    if (room?.storeyId && room.areas.length) {
      view.storeyId = room.storeyId
      view.chosen = { kind: 'room', id: room.id }
    }
    const found = typeof at === 'string' ? chosenAt(plan.value, at) : null
    if (found) {
      if (found.storeyId) view.storeyId = found.storeyId
      view.chosen = found.chosen
    }
  },
  { immediate: true },
)

/** On a phone the drawing may take the whole window. */
const isFull = ref(false)
const zoomButtons = [
  { sign: '+', name: 'Nearer', act: () => drawing.value?.nearer() },
  { sign: '−', name: 'Farther', act: () => drawing.value?.farther() },
  { sign: '◻', name: 'All of the storey', act: () => drawing.value?.fit() },
]
</script>

<template>
  <div
    ref="page"
    class="-m-4 flex flex-col md:-m-5 lg:grid lg:h-(--rest) lg:grid-cols-[minmax(0,1fr)_21rem] lg:grid-rows-[minmax(0,1fr)] lg:overflow-hidden"
    :style="{ '--rest': `${height}px` }"
  >
    <h1 class="sr-only">{{ stageWords[stage] }} on the floor plan</h1>
    <div class="flex min-h-0 min-w-0 flex-col">
      <div
        class="border-rule bg-sheet flex items-center gap-x-3 gap-y-1 border-b px-3 py-1.5 max-md:overflow-x-auto md:flex-wrap"
      >
        <StoreySwitch />
        <DrawingOrList />
        <LayerSwitch v-model:water="hasWater" v-model:reach="hasReach" v-model:others="hasOthers" />
      </div>

      <div
        v-if="view.picking"
        class="bg-moss-wash flex items-center justify-between gap-3 px-3 py-1.5"
        role="status"
      >
        {{ view.picking.ask }}
        <button type="button" class="act-quiet shrink-0" @click="view.picking = null">Done</button>
      </div>
      <div
        class="relative min-h-0 grow"
        :class="
          isFull ? 'max-lg:h-[calc(100dvh-3.75rem)] max-lg:shrink-0' : 'max-lg:h-[46dvh] max-lg:shrink-0'
        "
      >
        <FloorDrawing
          v-if="view.storeyId"
          ref="drawing"
          :key="view.storeyId"
          class="absolute inset-0"
          :plan="plan"
          :storey-id="view.storeyId"
          :stage="stage"
          :sheets="shownSheets"
          :reach="reachMap"
          :has-others="hasOthers"
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
          @read="readSpot"
          @pick="(at) => view.picking?.take(at)"
          @drop-sensor="(specId, at) => bar?.drop(specId, at)"
        />
        <div
          v-else
          class="bg-sheet absolute inset-0 grid content-center justify-center overflow-y-auto p-4 text-center"
        >
          <p class="text-lg font-semibold">Nothing is drawn yet</p>
          <template v-if="stage === 'rooms'">
            <p class="text-faded mx-auto max-w-md">
              Type the first room below, as in
              <span class="figures">{{ exampleLine }}</span>. It is drawn with its fixtures and their leak
              points.
            </p>
            <HouseShapes />
          </template>
          <RouterLink v-else class="act mx-auto mt-3" :to="`/sites/${open.siteId}/rooms`">
            Draw the rooms first
          </RouterLink>
        </div>
        <div
          v-if="view.storeyId"
          class="absolute top-2 right-2 flex flex-col gap-1 max-lg:top-auto max-lg:bottom-2 max-lg:flex-row"
          role="group"
          aria-label="Zoom"
        >
          <button
            v-for="button in zoomButtons"
            :key="button.name"
            type="button"
            class="border-rule bg-sheet hover:bg-moss-wash grid size-9 place-content-center rounded-sm border text-lg font-bold max-md:size-11"
            :aria-label="button.name"
            @click="button.act"
          >
            {{ button.sign }}
          </button>
          <button
            type="button"
            class="border-rule bg-sheet hover:bg-moss-wash size-11 rounded-sm border lg:hidden"
            :aria-label="isFull ? 'Drawing and sheet' : 'Drawing alone'"
            :aria-pressed="isFull"
            @click="isFull = !isFull"
          >
            <svg width="16" height="16" viewBox="0 0 16 16" class="m-auto" aria-hidden="true">
              <path
                :d="
                  isFull ? 'M6 1v5H1M10 1v5h5M6 15v-5H1M10 15v-5h5' : 'M1 6V1h5M10 1h5v5M1 10v5h5M15 10v5h-5'
                "
                fill="none"
                stroke="currentColor"
                stroke-width="2"
              />
            </svg>
          </button>
        </div>
        <p
          class="bg-sheet/90 pointer-events-none absolute top-2 left-3 max-w-[80%] rounded-sm px-1.5 empty:hidden"
          aria-live="polite"
        >
          <template v-if="toldNow">
            <strong class="figures text-river text-lg">{{ toldNow.litres }}</strong> {{ toldNow.rest }}
          </template>
          <template v-if="toldReach">
            <strong class="figures text-lg">{{ toldReach.amount }}</strong> {{ toldReach.rest }}
          </template>
        </p>
        <ScaleBar v-if="drawing" :units-per-pixel="drawing.unitsPerPixel" class="absolute bottom-2 left-3" />
        <div class="absolute inset-x-0 bottom-0 max-lg:bottom-14">
          <p v-if="view.error" role="alert" class="bg-clay-wash text-clay px-3 py-1.5 font-semibold">
            {{ view.error }}
          </p>
          <p v-if="view.told" role="status" class="bg-moss-wash px-3 py-1.5">{{ view.told }}</p>
        </div>
      </div>

      <div
        v-if="hasWaterMap || hasReachMap"
        class="border-rule bg-sheet flex flex-wrap items-center justify-between gap-x-6 gap-y-0.5 border-t px-3 py-1"
      >
        <ChoiceField
          v-if="hasWaterMap"
          class="w-60"
          label="Water of"
          is-inline
          :value="mapOf"
          :choices="choices"
          :apply="async (value) => void (mapOf = value)"
        />
        <ChoiceField
          v-if="hasReach && radios.length > 1"
          class="w-52"
          label="Reach of"
          is-inline
          :value="radioId"
          :choices="radios"
          :apply="async (value) => void (radioId = value)"
        />
        <div v-if="hasWater && leakId && flow" class="flex items-center gap-2">
          <button type="button" class="act-quiet" @click="play">Let it run</button>
          <label class="flex items-center gap-2">
            <span class="sr-only">Time since the first drop</span>
            <input
              type="range"
              min="0"
              :max="LONGEST_S"
              step="1"
              class="accent-river w-32"
              :value="timeS ?? 0"
              @input="timeS = Number(($event.target as HTMLInputElement).value)"
            />
          </label>
          <span class="figures w-20 font-bold">{{
            timeS === null ? '' : show('duration', timeS, preferences.system)
          }}</span>
          <button v-if="timeS !== null" type="button" class="act-quiet" @click="showBands">Bands</button>
        </div>
        <p v-if="isCoarse && hasWater" class="text-faded text-[13px]">
          The drawing is large: the water is calculated in coarser cells than the usual
          {{ show('smallLength', 0.05, preferences.system) }}.
        </p>
        <ul
          v-if="hasWaterMap && timeS === null"
          class="flex flex-wrap gap-x-3 text-[13px] max-md:hidden"
          aria-label="Bands of the map"
        >
          <li v-for="(name, band) in bandNames" :key="band" class="flex items-center gap-1 whitespace-nowrap">
            <span
              class="bg-river inline-block size-3.5 rounded-xs"
              :style="{ opacity: bandAlpha(band) / 255 }"
            />
            {{ name }}
          </li>
        </ul>
        <p v-if="hasWaterMap && isInDoubt && timeS === null" class="flex items-center gap-1 text-[13px]">
          <svg class="border-river size-3.5 shrink-0 rounded-xs border" viewBox="0 0 8 8" aria-hidden="true">
            <circle cx="2" cy="2" r="1.2" class="fill-river" />
            <circle cx="6" cy="6" r="1.2" class="fill-river" />
          </svg>
          may come or not: measure what is not known on its way
        </p>
        <p v-if="hasReachMap" class="text-faded text-[13px] max-md:hidden">
          Hatched: under 6 dB in hand, close hatching: under 0. A doorway is taken to cost nothing.
        </p>
      </div>
      <div class="border-rule bg-sheet border-t px-3 py-2">
        <RoomLine v-if="stage === 'rooms'" />
        <SensorBar v-else-if="stage === 'sensors' && view.storeyId" ref="bar" />
        <ReachBar v-else-if="stage === 'reach' && view.storeyId" :radio-id="radioId" />
      </div>
    </div>

    <aside aria-label="What is chosen" class="border-rule flex min-h-0 min-w-0 flex-col lg:border-l">
      <div class="border-rule bg-sheet flex gap-px border-b p-1">
        <button
          v-for="entry in sides"
          :key="entry.value"
          type="button"
          class="grow rounded-xs px-2 py-1 max-md:min-h-11"
          :class="side === entry.value ? 'bg-moss text-on-moss font-semibold' : 'hover:bg-moss-wash'"
          :aria-pressed="side === entry.value"
          @click="side = entry.value"
        >
          {{ entry.name }}
        </button>
      </div>
      <div class="grow space-y-4 p-3 lg:overflow-y-auto">
        <CautionLine v-if="stage === 'sensors' && side === 'places'">
          Water and electricity: sensors with probes only, cords out of the wet, no adapters on the floor.
        </CautionLine>
        <template v-if="side === 'chosen'">
          <FloorInspector />
          <FindingList v-if="ofChosen.length" :findings="ofChosen" />
        </template>
        <PlacementPanel v-if="side === 'places'" @propose="(suggestions) => (proposals = suggestions)" />
        <template v-if="side === 'power'">
          <PowerCutPanel class="mb-3" />
          <BatteryPanel />
        </template>
        <template v-else-if="side !== 'chosen'">
          <FindingList v-if="findings.length" :findings="findings" />
          <p v-else-if="side === 'findings'" class="text-faded">Nothing to mend here.</p>
        </template>
        <template v-if="stage === 'rooms' && side === 'chosen' && !view.chosen">
          <UsualValues scope="house" place="in the whole house" />
          <FloorFiles />
        </template>
      </div>
    </aside>
  </div>
</template>
