<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { api, Refusal } from '@/api/client'
import type { FloorPoint, Storey } from '@/api/types'
import { addDoorways, copyStoreyAbove, editStorey } from '@/site/commands/building'
import { freshId } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { accepted, NoPicture, shrink } from '@/ui/shrink'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import TextField from '@/ui/TextField.vue'
import { useFloorView } from '../floorView'
import { bounds, doorwayIn, scaledPicture, toCm, wallsWithoutDoorway } from '../geometry'
import { nextStoreyName } from '../storeyNames'
import FloorSheet from './FloorSheet.vue'
import WallMakeFields from './WallMakeFields.vue'
import { takenFiles } from '@/ui/takenFiles'

/** The storey itself: its usual walls, and a picture that lies under the drawing. */
const props = defineProps<{ id: string }>()
const view = useFloorView()
const open = useOpenPlan()
const preferences = usePreferences()
const index = computed(() => view.storeys.findIndex((s) => s.id === props.id))
const storey = computed(() => view.storeys[index.value])
const picker = ref<HTMLInputElement>()
const error = ref('')
const picks = shallowRef<FloorPoint[]>([])
const length = ref('')
const UNSCALED_M = 12

const set = (what: string, change: (storey: Storey) => void) =>
  view.edit(`storey ${props.id} ${what}`, editStorey(props.id, change))

async function addPicture(event: Event) {
  const [file] = takenFiles(event)
  if (!file) return
  error.value = ''
  try {
    const author = preferences.author || 'not named'
    const picture = await shrink(file)
    const caption = `Plan of ${storey.value!.name}`
    const photograph = await api.addPhotograph(open.siteId, undefined, caption, picture, author)
    const box = bounds(
      open.plan!.building.rooms.filter((r) => r.storeyId === props.id).flatMap((r) => r.areas ?? []),
    )
    await set('picture', (s) => {
      const { acrossM, downM } = box
      s.picture = { photographId: photograph.id, at: { acrossM, downM }, lengthM: UNSCALED_M }
    })
    scale()
  } catch (failure) {
    if (!(failure instanceof Refusal) && !(failure instanceof NoPicture)) throw failure
    error.value = failure.message
  }
}

/** Two places on the picture whose distance is known set its scale. */
function scale() {
  picks.value = []
  view.picking = {
    ask: 'Click two places on the picture whose distance you know; then type it. Arrows and Enter do it too.',
    take: (at) => {
      picks.value = [...picks.value, at]
      if (picks.value.length === 2) view.picking = null
    },
  }
}
const example = computed(() => (preferences.system === 'us' ? '12 ft' : '3.6 m'))
/** What was typed, m; 0 where it cannot be read, which is told. */
async function readLength(): Promise<number> {
  error.value = ''
  try {
    return (await api.readQuantity('length', length.value, preferences.system))[0] ?? 0
  } catch (failure) {
    if (!(failure instanceof Refusal)) throw failure
    error.value = failure.at('/text')
    return 0
  }
}
async function takeScale() {
  const [from, to] = picks.value
  const apartM = from && to ? Math.hypot(to.acrossM - from.acrossM, to.downM - from.downM) : 0
  const knownM = apartM < 0.05 ? 0 : await readLength()
  if (!(knownM > 0)) {
    error.value ||=
      apartM < 0.05
        ? 'The two places are the same. Click two that lie apart.'
        : `Type how far they are apart, such as ${example.value}.`
    return
  }
  const done = await view.attempt('picture scaled', (draft) => {
    const drawn = draft.building.storeys[index.value]!
    drawn.picture = scaledPicture(drawn.picture!, from!, knownM / apartM)
  })
  if (done) {
    picks.value = []
    length.value = ''
    error.value = ''
  }
}
const move = (acrossM: number, downM: number) =>
  view.attempt('picture moved', (draft) => {
    const { at } = draft.building.storeys[index.value]!.picture!
    at.acrossM = toCm(at.acrossM + acrossM)
    at.downM = toCm(at.downM + downM)
  })
const steps: [name: string, sign: string, acrossM: number, downM: number][] = [
  ['to the left', '←', -0.1, 0],
  ['up', '↑', 0, -0.1],
  ['down', '↓', 0, 0.1],
  ['to the right', '→', 0.1, 0],
]

const newId = (name: string) => freshId(name, [])
async function copyAbove() {
  const name = nextStoreyName(view.storeys, storey.value?.name, 1)
  const id = newId(name)
  if (await view.attempt('storey copied', copyStoreyAbove(props.id, { id, name, newId }))) view.storeyId = id
}

/** Where two rooms meet and nobody has drawn a way from one to the other. */
const shut = computed(() => wallsWithoutDoorway(open.plan!.building, props.id))
const openThem = () =>
  view.attempt(
    'doorways added',
    addDoorways(
      shut.value.map(({ rooms, wall }) => ({
        id: newId(rooms.map((r) => r.name).join(' ')),
        storeyId: props.id,
        thresholdM: null,
        ...doorwayIn(wall),
      })),
    ),
  )

async function takeOut() {
  await view.attempt('storey removed', (draft) => {
    draft.building.storeys = draft.building.storeys.filter((s) => s.id !== props.id)
  })
}
const isEmpty = computed(() => !open.plan!.building.rooms.some((r) => r.storeyId === props.id))
</script>

<template>
  <FloorSheet
    v-if="storey"
    :title="storey.name"
    :take-out="isEmpty ? 'Take the storey out' : undefined"
    @take-out="takeOut"
  >
    <TextField
      class="col-span-2"
      label="Name"
      required
      :value="storey.name"
      :apply="(name) => set('name', (s) => void (s.name = name))"
      :pointer="`/building/storeys/${index}/name`"
    />
    <WallMakeFields
      label="Outer walls"
      :make="storey.outerWalls"
      :apply="(make) => set('outer walls', (s) => void (s.outerWalls = make))"
    />
    <WallMakeFields
      label="Inner walls"
      :make="storey.innerWalls"
      :apply="(make) => set('inner walls', (s) => void (s.innerWalls = make))"
    />
    <MeasureField
      label="To floor above"
      kind="length"
      :values="one(storey.heightM)"
      :apply="(v) => set('height', (s) => void (s.heightM = v?.[0] ?? null))"
      :pointer="`/building/storeys/${index}/heightM`"
    />
    <MeasureField
      label="Its floor takes, dB"
      kind="number"
      :values="one(storey.floorLossDb)"
      :apply="(v) => set('floor loss', (s) => void (s.floorLossDb = v?.[0] ?? null))"
      :pointer="`/building/storeys/${index}/floorLossDb`"
    />
    <p class="text-faded col-span-2 text-[12.5px]">
      Of a radio signal: boarded joists 8 to 12, concrete 14 to 20. Not measured, both ends are taken.
    </p>
    <template #below>
      <div class="mt-3 flex flex-col items-start">
        <button v-if="shut.length" type="button" class="act-quiet -ml-2" @click="openThem">
          {{ shut.length === 1 ? 'A doorway in the wall' : `Doorways in the ${shut.length} walls` }} between
          rooms
        </button>
        <button v-if="!isEmpty" type="button" class="act-quiet -ml-2" @click="copyAbove">
          Draw it once more, as the storey above
        </button>
      </div>
      <h3 class="mt-4 mb-1 font-semibold">Picture under the drawing</h3>
      <p v-if="error" role="alert" class="text-clay mb-1 text-[13px] font-semibold">{{ error }}</p>
      <input
        ref="picker"
        type="file"
        class="sr-only"
        tabindex="-1"
        aria-label="Picture of the plan"
        :accept="accepted.join(',')"
        @change="addPicture"
      />
      <form v-if="picks.length === 2" class="mb-2 flex items-end gap-2" @submit.prevent="takeScale">
        <label class="grow">
          <span class="font-semibold">They are apart</span>
          <input v-model="length" class="field figures mt-1" :placeholder="example" autocomplete="off" />
        </label>
        <button type="submit" class="act">Scale it</button>
      </form>
      <div class="flex flex-wrap items-center gap-x-2">
        <button type="button" class="act-quiet -ml-2" @click="picker?.click()">
          {{ storey.picture ? 'Another picture' : 'Choose a PNG or JPEG' }}
        </button>
        <template v-if="storey.picture">
          <button type="button" class="act-quiet" @click="scale">Scale by two clicks</button>
          <button
            v-for="[name, sign, across, down] in steps"
            :key="name"
            type="button"
            class="act-quiet px-1.5!"
            :aria-label="`Move the picture ${name}`"
            @click="move(across, down)"
          >
            {{ sign }}
          </button>
          <button
            type="button"
            class="act-quiet text-clay"
            @click="view.attempt('picture removed', (d) => void (d.building.storeys[index]!.picture = null))"
          >
            Take it away
          </button>
        </template>
      </div>
    </template>
  </FloorSheet>
</template>
