<script setup lang="ts">
import { computed } from 'vue'
import type { Sensor } from '@/api/types'
import { leakName } from '@/site/names'
import { firstTrip, soonestFirst } from '@/site/trips'
import { editSensor } from '@/site/commands/installation'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { readTags } from '@/site/tags'
import AnswerField from '@/ui/AnswerField.vue'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import TextField from '@/ui/TextField.vue'
import { one } from '@/ui/measured'
import { show, showBounds } from '@/ui/units'
import type { Choice } from '@/ui/words'
import { radioCovers } from '../reachChoices'
import { useFloorView } from '../floorView'
import { pathLength } from '../geometry'
import BatteryFields from './BatteryFields.vue'
import FloorSheet from './FloorSheet.vue'
import PointFields from './PointFields.vue'
import ReachPanel from './ReachPanel.vue'

/** A sensor on the drawing: where it lies, what holds it, and what it makes of each leak. */
const props = defineProps<{ id: string }>()
const view = useFloorView()
const open = useOpenPlan()
const preferences = usePreferences()
const plan = computed(() => open.plan!)
const index = computed(() => plan.value.installation.sensors.findIndex((s) => s.id === props.id))
const sensor = computed(() => plan.value.installation.sensors[index.value])
const spec = computed(() => plan.value.catalogue.sensors.find((s) => s.id === sensor.value?.specId))
const specs = computed(() => plan.value.catalogue.sensors.map((s) => ({ value: s.id, label: s.name })))

type Hold = NonNullable<Sensor['hold']>
const holds: Choice<Hold>[] = [
  { value: 'fixed', label: 'Fixed' },
  { value: 'labelled', label: 'Labelled' },
  { value: 'loose', label: 'Loose' },
  { value: 'unknown', label: 'Not said' },
]

const mine = computed(() => (open.assessment?.trips ?? []).filter((t) => t.sensorId === props.id))
/** The soonest heard first: what this one is the first to know of, and what others know of sooner. */
const heard = computed(() => {
  const all = soonestFirst(mine.value).map((t) => ({
    id: t.leakId,
    name: leakName(plan.value, t.leakId),
    isFirst: firstTrip(open.assessment, t.leakId)?.sensorId === props.id,
    text: `${showBounds('volume', t.volumeM3, preferences.system)}${t.timeS == null ? '' : `, ${show('duration', t.timeS, preferences.system)}`}`,
  }))
  return { first: all.filter((t) => t.isFirst), later: all.filter((t) => !t.isFirst) }
})
const unheard = computed(() =>
  mine.value.filter((t) => t.volumeM3.high == null).map((t) => leakName(plan.value, t.leakId)),
)

const set = (what: string, change: (sensor: Sensor) => void) =>
  view.edit(`sensor ${props.id} ${what}`, editSensor(props.id, change))

/** Each pick lengthens the rope's way by a stretch. */
const layRope = () => {
  const { id } = props
  view.picking = {
    ask: 'Click along the way of the rope, or move by arrows and press Enter. The first pick begins anew.',
    take: (() => {
      let begun = false
      return (place) => {
        const anew = !begun
        begun = true
        void view.attempt(
          'rope laid',
          editSensor(id, (rope) => {
            rope.path = anew ? [place] : [...rope.path, place]
            rope.at = rope.path[0]!
          }),
        )
      }
    })(),
  }
}
const ropeM = computed(() => pathLength(sensor.value?.path ?? []))

const hangMain = () => {
  const { id } = props
  view.picking = {
    ask: 'Click where the main part hangs, or move by arrows and press Enter.',
    take: (place) => {
      view.picking = null
      void view.attempt(
        'main part hung',
        editSensor(id, (sensor) => void (sensor.mainPartAt = place)),
      )
    },
  }
}

async function takeOff() {
  const done = await view.attempt(
    'taken off the drawing',
    editSensor(props.id, (sensor) => void Object.assign(sensor, { at: null, path: [], mainPartAt: null })),
  )
  if (done) view.chosen = null
}
</script>

<template>
  <FloorSheet v-if="sensor" :title="sensor.name" take-out="Take it off the drawing" @take-out="takeOff">
    <ReachPanel v-if="view.stage === 'reach'" :id="id" class="col-span-2" />
    <div v-else class="col-span-2">
      <h3 class="mb-1 font-semibold">It knows after</h3>
      <ul class="space-y-1.5">
        <li v-for="trip in heard.first" :key="trip.id">
          <span class="figures text-river block font-bold">{{ trip.text }}</span>
          <span class="block text-[13.5px]">{{ trip.name }}</span>
        </li>
        <li v-if="!mine.length" class="text-faded">No leak's water comes here.</li>
        <li v-else-if="!heard.first.length" class="text-faded">
          No leak that another does not know of sooner.
        </li>
      </ul>
      <details v-if="heard.later.length" class="mt-2">
        <summary class="text-moss cursor-pointer font-semibold">
          {{ heard.later.length }} that others know of sooner
        </summary>
        <ul class="mt-1 space-y-1.5">
          <li v-for="trip in heard.later" :key="trip.id">
            <span class="figures block">{{ trip.text }}</span>
            <span class="text-faded block text-[13.5px]">{{ trip.name }}</span>
          </li>
        </ul>
      </details>
      <p v-if="unheard.length" class="mt-2 text-[13.5px]">Never, or not known: {{ unheard.join('; ') }}.</p>
    </div>
    <ChoiceField
      class="col-span-2"
      label="Kind"
      :value="sensor.specId"
      :choices="specs"
      :apply="(id) => set('kind', (s) => void (s.specId = id))"
      :pointer="`/installation/sensors/${index}/specId`"
    />
    <PointFields
      v-if="sensor.at && (sensor.path?.length ?? 0) < 2"
      :at="sensor.at"
      :apply="(key, value) => set(key, (s) => void (s.at![key] = value))"
      :pointer="`/installation/sensors/${index}/at`"
    />
    <AnswerField
      class="col-span-2"
      label="What holds it there"
      :value="sensor.hold ?? 'unknown'"
      :choices="holds"
      :apply="(hold) => set('hold', (s) => void (s.hold = hold))"
    />
    <TextField
      v-if="view.stage !== 'reach'"
      class="col-span-2"
      label="Batch"
      how="As printed on it: sensors of one batch may fail together."
      :value="sensor.batch ?? ''"
      :apply="(batch) => set('batch', (s) => void (s.batch = batch || null))"
      :pointer="`/installation/sensors/${index}/batch`"
    />
    <TextField
      v-if="view.stage !== 'reach'"
      class="col-span-2"
      label="Tags"
      how="Words of your own, with commas between, such as upstairs, hoses: a rule may be for all that have one."
      :value="(sensor.tags ?? []).join(', ')"
      :apply="(text) => set('tags', (s) => void (s.tags = readTags(text)))"
      :pointer="`/installation/sensors/${index}/tags`"
    />
    <ChoiceField
      v-if="view.stage === 'reach'"
      class="col-span-2"
      label="Round it"
      :value="sensor.cover ?? 'none'"
      :choices="radioCovers"
      :apply="(cover) => set('cover', (s) => void (s.cover = cover))"
    />
    <MeasureField
      v-if="spec?.kind === 'probeOnCord'"
      label="Probe hangs at"
      kind="smallLength"
      how="Above the floor or the pit's bottom."
      empty-word="on the floor"
      :values="one(sensor.probeHeightM)"
      :apply="(v) => set('probe height', (s) => void (s.probeHeightM = v?.[0] ?? null))"
      :pointer="`/installation/sensors/${index}/probeHeightM`"
    />
    <BatteryFields
      v-if="view.stage === 'reach' && spec"
      :sensor="sensor"
      :spec="spec"
      :set="set"
      :pointer="`/installation/sensors/${index}`"
    />
    <template #below>
      <div class="mt-2 flex flex-wrap gap-x-3">
        <button v-if="spec?.kind === 'rope'" type="button" class="act-quiet -ml-2" @click="layRope">
          Lay the rope
        </button>
        <button v-if="spec?.kind === 'probeOnCord'" type="button" class="act-quiet -ml-2" @click="hangMain">
          {{ sensor.mainPartAt ? 'Hang the main part elsewhere' : 'Say where the main part hangs' }}
        </button>
      </div>
      <p v-if="spec?.kind === 'rope'" class="text-[13.5px]">
        Laid <strong class="figures">{{ show('length', ropeM, preferences.system) }}</strong>
        <template v-if="spec.cord"> of {{ show('length', spec.cord.m, preferences.system) }}</template
        >. It lies flat, and stays in alarm until it is dry all along.
      </p>
    </template>
  </FloorSheet>
</template>
