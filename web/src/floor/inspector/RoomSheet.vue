<script setup lang="ts">
import { computed, shallowRef } from 'vue'
import { api } from '@/api/client'
import type { FloorPoint, FloorZone, Room, UsualFixture } from '@/api/types'
import { finishesOf } from '@/ui/choices/rooms'
import {
  addDoorway as addDoorwayTo,
  addFixture as addFixtureTo,
  addOpening as addOpeningTo,
  addWall as addWallTo,
  editLeak,
  editRoom,
  takeRoomOffTheDrawing,
} from '@/site/commands/building'
import { editSensor } from '@/site/commands/installation'
import { freshId } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import type { Choice } from '@/ui/words'
import type { Chosen } from '../chosen'
import { useFloorView } from '../floorView'
import { doorwayIn, holds, middleOf, sharedWall, toCm } from '../geometry'
import FloorSheet from './FloorSheet.vue'
import PointFields from './PointFields.vue'
import RectangleFields from './RectangleFields.vue'

/** A room: its size, floor and fall, its ways to the next rooms, and what can be put into it. */
const props = defineProps<{ id: string }>()
const view = useFloorView()
const open = useOpenPlan()
const plan = computed(() => open.plan!)
const index = computed(() => plan.value.building.rooms.findIndex((r) => r.id === props.id))
const room = computed(() => plan.value.building.rooms[index.value])
const area = computed(() => room.value?.areas?.[0])
const at = computed(() => `/building/rooms/${index.value}`)
const finishes = computed(() => finishesOf(plan.value.catalogue))

const set = (what: string, change: (room: Room) => void) =>
  view.edit(`room ${props.id} ${what}`, editRoom(props.id, change))
const put = (what: string, change: (room: Room) => void) => view.attempt(what, editRoom(props.id, change))

/** Rooms with a wall in common. */
const neighbours = computed(() => {
  const mine = room.value
  if (!mine) return []
  return plan.value.building.rooms.flatMap((other) => {
    if (other.id === mine.id || other.storeyId !== mine.storeyId) return []
    const wall = sharedWall(mine, other)
    return wall ? [{ other, wall }] : []
  })
})
async function addDoorway({ other, wall }: (typeof neighbours.value)[number]) {
  const id = freshId(`${props.id}-${other.id}`, plan.value.building.doorways)
  const { storeyId } = view
  const doorway = { id, storeyId, thresholdM: null, ...doorwayIn(wall) }
  if (await view.attempt('doorway added', addDoorwayTo(doorway))) view.chosen = { kind: 'doorway', id }
}
async function addWall({ other, wall }: (typeof neighbours.value)[number]) {
  const id = freshId(`wall-${props.id}-${other.id}`, plan.value.building.walls)
  const { storeyId } = view
  const make = { material: 'brick' as const, thicknessM: null }
  const stretch = { id, storeyId, at: wall.at, direction: wall.wall, lengthM: toCm(wall.lengthM), make }
  if (await view.attempt('wall added', addWallTo(stretch))) view.chosen = { kind: 'wall', id }
}

const setFall = (perCent: number | null) =>
  set('fall', (r) => {
    r.fall = perCent
      ? { perCent, towardsDeg: r.fall?.towardsDeg ?? 0, lowPoint: r.fall?.lowPoint ?? null }
      : null
  })
type Direction = '0' | '90' | '180' | '270' | 'low'
const directions: { value: Direction; label: string }[] = [
  { value: '0', label: 'To the right' },
  { value: '90', label: 'Down the drawing' },
  { value: '180', label: 'To the left' },
  { value: '270', label: 'Up the drawing' },
  { value: 'low', label: 'To a low point' },
]
const setDirection = (value: Direction) =>
  set('fall direction', (r) => {
    if (!r.fall) return
    r.fall =
      value === 'low'
        ? { perCent: r.fall.perCent, towardsDeg: 0, lowPoint: middleOf(r.areas[0]!) }
        : { perCent: r.fall.perCent, towardsDeg: Number(value), lowPoint: null }
  })

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
  const { fixture, leaks } = await api.proposeFixture(plan.value, props.id, kind)
  const done = await view.attempt(`${wanted.name} put in`, addFixtureTo(props.id, fixture, leaks))
  if (done) view.chosen = { kind: 'fixture', id: fixture.id }
}

const addDrain = () =>
  put('drain added', (r) => {
    r.drains.push({ at: middleOf(r.areas[0]!), capacityM3PerS: null })
  })
const zoneWords: Record<FloorZone['kind'], string> = {
  mopped: 'Mopped',
  splashed: 'Splashed daily',
  keepClear: 'To be kept clear',
}
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
  const id = freshId(`opening-${props.id}`, plan.value.building.openings)
  const below = storeyBelow.value!
  const middle = middleOf(area.value!)
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
  const mine = room.value
  if (!mine) return []
  return [
    ...mine.leaks.filter((l) => !l.at).map((l) => ({ kind: 'leak' as const, id: l.id, name: l.name })),
    ...plan.value.installation.sensors
      .filter((s) => s.roomId === mine.id && !s.at && !(s.path && s.path.length > 1))
      .map((s) => ({ kind: 'sensor' as const, id: s.id, name: s.name })),
  ]
})
async function placeThing(thing: Chosen) {
  const middle = middleOf(area.value!)
  const put = (placed: { at?: FloorPoint | null }) => void (placed.at = middle)
  const command = thing.kind === 'leak' ? editLeak(thing.id, put) : editSensor(thing.id, put)
  if (await view.attempt('put on the drawing', command)) view.chosen = { kind: thing.kind, id: thing.id }
}
async function takeOff() {
  if (await view.attempt('taken off the drawing', takeRoomOffTheDrawing(props.id))) view.chosen = null
}
</script>

<template>
  <FloorSheet v-if="room && area" :title="room.name">
    <RectangleFields
      :rectangle="area"
      :apply="(key, value) => set(`area ${key}`, (r) => void (r.areas[0]![key] = value))"
      :pointer="() => `${at}/areas/0`"
    />
    <ChoiceField
      class="col-span-2"
      label="Floor finish"
      :value="room.finishId ?? null"
      :choices="finishes"
      :apply="(finish) => set('finish', (r) => void (r.finishId = finish))"
      :pointer="`${at}/finishId`"
    />
    <MeasureField
      label="Fall, %"
      kind="number"
      empty-word="level"
      :values="one(room.fall?.perCent)"
      :apply="(v) => setFall(v?.[0] ?? null)"
      :pointer="`${at}/fall/perCent`"
    />
    <ChoiceField
      v-if="room.fall"
      label="It falls"
      :value="(room.fall.lowPoint ? 'low' : `${room.fall.towardsDeg ?? 0}`) as Direction"
      :choices="directions"
      :apply="setDirection"
    />
    <PointFields
      v-if="room.fall?.lowPoint"
      name="Low point"
      :at="room.fall.lowPoint"
      :apply="(key, value) => set(`low point ${key}`, (r) => void (r.fall!.lowPoint![key] = value))"
    />
    <template #below>
      <h3 class="mt-4 mb-1 font-semibold">Next to it</h3>
      <ul>
        <li
          v-for="neighbour in neighbours"
          :key="neighbour.other.id"
          class="flex flex-wrap items-center justify-between gap-x-2"
        >
          <span class="min-w-0 truncate">{{ neighbour.other.name }}</span>
          <span class="flex">
            <button
              type="button"
              class="act-quiet py-0.5!"
              :aria-label="`Doorway to ${neighbour.other.name}`"
              @click="addDoorway(neighbour)"
            >
              doorway
            </button>
            <button
              type="button"
              class="act-quiet py-0.5!"
              :aria-label="`Wall to ${neighbour.other.name}`"
              @click="addWall(neighbour)"
            >
              wall
            </button>
          </span>
        </li>
        <li v-if="!neighbours.length" class="text-faded text-[13px]">No room touches this one yet.</li>
      </ul>
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
      <div
        v-for="(drain, i) in room.drains"
        :key="`d${i}`"
        class="border-rule mt-3 grid grid-cols-2 gap-x-3 gap-y-2 border-t pt-3"
      >
        <PointFields
          name="Drain"
          :at="drain.at"
          :apply="(key, value) => set(`drain ${i} ${key}`, (r) => void (r.drains[i]!.at[key] = value))"
        />
        <MeasureField
          label="It takes"
          kind="flow"
          empty-word="not known"
          :values="one(drain.capacityM3PerS)"
          :apply="
            (v) => set(`drain ${i} capacity`, (r) => void (r.drains[i]!.capacityM3PerS = v?.[0] ?? null))
          "
          :pointer="`${at}/drains/${i}/capacityM3PerS`"
        />
        <button
          type="button"
          class="act-quiet text-clay self-end"
          @click="put('drain removed', (r) => void r.drains.splice(i, 1))"
        >
          Take the drain out
        </button>
      </div>
      <div
        v-for="(zone, i) in room.zones"
        :key="`z${i}`"
        class="border-rule mt-3 grid grid-cols-2 gap-x-3 gap-y-2 border-t pt-3"
      >
        <RectangleFields
          :rectangle="zone.area"
          :name="zoneWords[zone.kind]"
          :apply="(key, value) => set(`zone ${i} ${key}`, (r) => void (r.zones[i]!.area[key] = value))"
          :pointer="(key) => `${at}/zones/${i}/area/${key}`"
        />
        <button
          type="button"
          class="act-quiet text-clay -ml-2 justify-start"
          @click="put('zone removed', (r) => void r.zones.splice(i, 1))"
        >
          Take it out
        </button>
      </div>
      <div
        v-for="(more, i) in room.areas.slice(1)"
        :key="`a${i}`"
        class="border-rule mt-3 grid grid-cols-2 gap-x-3 gap-y-2 border-t pt-3"
      >
        <RectangleFields
          :rectangle="more"
          name="More floor"
          :apply="(key, value) => set(`area ${i + 1} ${key}`, (r) => void (r.areas[i + 1]![key] = value))"
          :pointer="() => `${at}/areas/${i + 1}`"
        />
        <button
          type="button"
          class="act-quiet text-clay -ml-2 justify-start"
          @click="put('area removed', (r) => void r.areas.splice(i + 1, 1))"
        >
          Take it out
        </button>
      </div>
      <button type="button" class="act-quiet text-clay mt-3 -ml-2" @click="takeOff">
        Take the room off the drawing
      </button>
    </template>
  </FloorSheet>
</template>
