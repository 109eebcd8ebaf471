<script setup lang="ts">
import { computed, shallowRef } from 'vue'
import { api } from '@/api/client'
import type { FloorPoint, FloorZone, Room, UsualFixture } from '@/api/types'
import {
  addFixture as addFixtureTo,
  addOpening as addOpeningTo,
  editLeak,
  editRoom,
} from '@/site/commands/building'
import { editSensor } from '@/site/commands/installation'
import { freshId } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import ChoiceField from '@/ui/ChoiceField.vue'
import type { Choice } from '@/ui/words'
import type { Chosen } from '../chosen'
import { fedPlan } from '../fedPlan'
import { useFloorView } from '../floorView'
import { holds } from '@/site/areas'
import { middleOf, toCm } from '../geometry'
import { zoneWords } from './zoneWords'

/** What can be put into a room: fixtures, what is on its lists and not drawn yet, drains, floor, openings, zones. */
const props = defineProps<{ room: Room }>()
const view = useFloorView()
const open = useOpenPlan()
const plan = computed(() => open.plan!)
const put = (what: string, change: (room: Room) => void) =>
  view.attempt(what, editRoom(props.room.id, change))

const usual = shallowRef<UsualFixture[]>([])
void api.listFixtures().then((fixtures) => (usual.value = fixtures))
const fixtureChoices = computed<Choice<string>[]>(() =>
  usual.value.map((f) => ({
    value: f.kind,
    label: f.name,
    hint: f.leaks.length ? f.leaks.map((l) => l.name).join(', ') : 'no leak point of its own',
  })),
)
/** A fixture goes to the first free wall and brings its usual leak points, each with the pipe that most likely feeds it. */
async function addFixture(kind: string) {
  const wanted = usual.value.find((f) => f.kind === kind)!
  const { plan: with_, feed } = fedPlan(plan.value)
  const { id } = props.room
  const { fixture, leaks } = await api.proposeFixture(with_, id, kind)
  const done = await view.attempt(`${wanted.name} put in`, (draft) => {
    feed(draft)
    addFixtureTo(id, fixture, leaks)(draft)
  })
  if (done) view.chosen = { kind: 'fixture', id: fixture.id }
}

const addDrain = () =>
  put('drain added', (r) => {
    r.drains.push({ at: middleOf(r.areas[0]!), capacityM3PerS: null })
  })
const addZone = (kind: FloorZone['kind']) =>
  put('zone added', (r) => {
    r.zones.push({ kind, area: { ...r.areas[0]! } })
  })
const addArea = () =>
  put('area added', (r) => {
    const last = r.areas.at(-1)!
    const lengthM = Math.min(1, last.lengthM)
    r.areas.push({ acrossM: last.acrossM, downM: toCm(last.downM + last.widthM), lengthM, widthM: 1 })
  })
const storeyBelow = computed(() => view.storeys[view.storeys.findIndex((s) => s.id === view.storeyId) + 1])
async function addOpening() {
  const id = freshId(`opening-${props.room.id}`, plan.value.building.openings)
  const below = storeyBelow.value!
  const middle = middleOf(props.room.areas[0]!)
  const storeyId = view.storeyId
  const under = plan.value.building.rooms.filter((r) => r.storeyId === below.id).flatMap((r) => r.areas ?? [])
  const straight = under.some((a) => holds(a, middle))
  const landsAt = straight || !under[0] ? middle : middleOf(under[0])
  const size = { lengthM: 0.6, widthM: 0.6 }
  const corner = { acrossM: toCm(middle.acrossM - 0.3), downM: toCm(middle.downM - 0.3) }
  const opening = { id, storeyId, area: { ...corner, ...size }, toStoreyId: below.id, landsAt }
  if (await view.attempt('opening added', addOpeningTo(opening))) view.chosen = { kind: 'opening', id }
}

/** Leak points and sensors of the room that are not on the drawing yet are put into its middle. */
const toPlace = computed(() => {
  const mine = props.room
  if (!mine) return []
  return [
    ...mine.leaks.filter((l) => !l.at).map((l) => ({ kind: 'leak' as const, id: l.id, name: l.name })),
    ...plan.value.installation.sensors
      .filter((s) => s.roomId === mine.id && !s.at && !(s.path && s.path.length > 1))
      .map((s) => ({ kind: 'sensor' as const, id: s.id, name: s.name })),
  ]
})
async function placeThing(thing: Chosen) {
  const middle = middleOf(props.room.areas[0]!)
  const put = (placed: { at?: FloorPoint | null }) => void (placed.at = middle)
  const command = thing.kind === 'leak' ? editLeak(thing.id, put) : editSensor(thing.id, put)
  if (await view.attempt('put on the drawing', command)) view.chosen = { kind: thing.kind, id: thing.id }
}
</script>

<template>
  <section>
    <ChoiceField
      class="mt-3"
      label="Put in a fixture"
      how="It goes to a free wall and brings its usual leak points."
      value=""
      :choices="fixtureChoices"
      :apply="addFixture"
    />
    <div class="mt-2 flex flex-wrap gap-x-1">
      <button
        v-for="thing in toPlace"
        :key="thing.id"
        type="button"
        class="act-quiet -ml-2"
        @click="placeThing(thing)"
      >
        {{ thing.name }}
      </button>
      <button type="button" class="act-quiet -ml-2" @click="addDrain">a floor drain</button>
      <button type="button" class="act-quiet -ml-2" @click="addArea">more floor</button>
      <button v-if="storeyBelow" type="button" class="act-quiet -ml-2" @click="addOpening">
        an opening to below
      </button>
      <button
        v-for="(word, kind) in zoneWords"
        :key="kind"
        type="button"
        class="act-quiet -ml-2"
        @click="addZone(kind)"
      >
        {{ kind === 'keepClear' ? 'a place to keep clear' : `${word.toLowerCase()} floor` }}
      </button>
    </div>
  </section>
</template>
