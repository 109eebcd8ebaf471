<script setup lang="ts">
import { computed } from 'vue'
import type { Doorway, FloorPoint, FloorRectangle, Plan, Room } from '@/api/types'
import { freshId, leaksOf } from '@/plan/names'
import { useOpenPlan } from '@/plan/openPlan'
import { usePreferences } from '@/plan/preferences'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import { show, showBounds } from '@/ui/units'
import { useApply } from '@/ui/useApply'
import { finishes } from '@/stages/rooms/choices'
import type { Chosen } from './chosen'
import RectangleFields from './RectangleFields.vue'
import { doorwayIn, sharedWall, toCm } from './geometry'

/** The numbers of what is chosen on the drawing, and what can be added to it. */
const props = defineProps<{ chosen: Chosen | null; storeyId: string }>()
const emit = defineEmits<{ choose: [chosen: Chosen | null] }>()

const open = useOpenPlan()
const preferences = usePreferences()
const plan = computed(() => open.plan!)
const { error, attempt } = useApply(() => undefined)

const roomIndex = computed(() =>
  props.chosen?.kind === 'room' ? plan.value.rooms.findIndex((r) => r.id === props.chosen!.id) : -1,
)
const room = computed<Room | undefined>(() => plan.value.rooms[roomIndex.value])
const area = computed(() => room.value?.areas?.[0])
const leak = computed(() =>
  props.chosen?.kind === 'leak' ? leaksOf(plan.value).find((l) => l.leak.id === props.chosen!.id) : undefined,
)
const sensorIndex = computed(() =>
  props.chosen?.kind === 'sensor' ? plan.value.sensors.findIndex((s) => s.id === props.chosen!.id) : -1,
)
const sensor = computed(() => plan.value.sensors[sensorIndex.value])
const doorwayIndex = computed(() =>
  props.chosen?.kind === 'doorway'
    ? (plan.value.doorways ?? []).findIndex((d) => d.id === props.chosen!.id)
    : -1,
)
const doorway = computed<Doorway | undefined>(() => plan.value.doorways?.[doorwayIndex.value])

const setRoom = (what: string, change: (room: Room) => void) => {
  const index = roomIndex.value
  return open.edit(`room ${index} ${what}`, (draft) => change(draft.rooms[index]!))
}
const setDoorway = (what: string, change: (doorway: Doorway) => void) => {
  const index = doorwayIndex.value
  return open.edit(`doorway ${index} ${what}`, (draft) => change(draft.doorways![index]!))
}

/** Rooms with a wall in common and no doorway in it yet. */
const neighbours = computed(() => {
  const mine = room.value
  if (!mine) return []
  return plan.value.rooms.flatMap((other) => {
    if (other.id === mine.id || other.storeyId !== mine.storeyId) return []
    const wall = sharedWall(mine, other)
    return wall ? [{ other, wall }] : []
  })
})
async function addDoorway(index: number) {
  const { other, wall } = neighbours.value[index]!
  const id = freshId(
    `${room.value!.id}-${other.id}`.slice(0, 30),
    (plan.value.doorways ?? []).map((d) => d.id),
  )
  const taken = await attempt(() =>
    open.edit('doorway added', (draft) => {
      draft.doorways = [
        ...(draft.doorways ?? []),
        { id, storeyId: props.storeyId, thresholdM: null, ...doorwayIn(wall) },
      ]
    }),
  )
  if (taken) emit('choose', { kind: 'doorway', id })
}

const middle = (rectangle: FloorRectangle): FloorPoint => ({
  acrossM: toCm(rectangle.acrossM + rectangle.lengthM / 2),
  downM: toCm(rectangle.downM + rectangle.widthM / 2),
})
const setFall = (perCent: number | null) =>
  setRoom('fall', (r) => {
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
  { value: 'low', label: 'To a low point in the middle' },
]
const setDirection = (value: Direction) =>
  setRoom('fall direction', (r) => {
    if (!r.fall) return
    r.fall =
      value === 'low'
        ? { perCent: r.fall.perCent, towardsDeg: 0, lowPoint: middle(r.areas![0]!) }
        : { perCent: r.fall.perCent, towardsDeg: Number(value), lowPoint: null }
  })
const addDrain = () =>
  attempt(() =>
    setRoom('drain added', (r) => {
      r.drains = [...(r.drains ?? []), { at: middle(r.areas![0]!), capacityM3PerS: null }]
    }),
  )
const addBlock = () =>
  attempt(() =>
    setRoom('block added', (r) => {
      const at = r.areas![0]!
      r.blocks = [
        ...(r.blocks ?? []),
        {
          name: 'Plinth',
          area: {
            acrossM: at.acrossM,
            downM: at.downM,
            lengthM: Math.min(0.6, at.lengthM),
            widthM: Math.min(0.6, at.widthM),
          },
        },
      ]
    }),
  )
const addArea = () =>
  attempt(() =>
    setRoom('area added', (r) => {
      const last = r.areas!.at(-1)!
      r.areas!.push({
        acrossM: last.acrossM,
        downM: toCm(last.downM + last.widthM),
        lengthM: Math.min(1, last.lengthM),
        widthM: 1,
      })
    }),
  )

/** Leak points and sensors of the room that are not on the drawing yet are put into its middle. */
const toPlace = computed(() => {
  const mine = room.value
  if (!mine) return []
  return [
    ...mine.leaks.filter((l) => !l.at).map((l) => ({ kind: 'leak' as const, id: l.id, name: l.name })),
    ...plan.value.sensors
      .filter((s) => s.roomId === mine.id && !s.at && !(s.path && s.path.length > 1))
      .map((s) => ({ kind: 'sensor' as const, id: s.id, name: s.name })),
  ]
})
async function placeThing(thing: Chosen) {
  const at = middle(area.value!)
  const taken = await attempt(() =>
    open.edit('put on the drawing', (draft: Plan) => {
      if (thing.kind === 'leak') leaksOf(draft).find((l) => l.leak.id === thing.id)!.leak.at = at
      else draft.sensors.find((s) => s.id === thing.id)!.at = at
    }),
  )
  if (taken) emit('choose', { kind: thing.kind, id: thing.id })
}

/** What the chosen sensor makes of each leak. */
const trips = computed(() =>
  (open.assessment?.trips ?? [])
    .filter((t) => t.sensorId === sensor.value?.id)
    .map((t) => ({
      id: t.leakId,
      name: leaksOf(plan.value).find((l) => l.leak.id === t.leakId)?.leak.name ?? t.leakId,
      text:
        t.volumeM3.high == null
          ? 'never, or not known'
          : `${showBounds('volume', t.volumeM3, preferences.system)}${t.timeS == null ? '' : `, ${show('duration', t.timeS, preferences.system)}`}`,
    })),
)
async function setPoint(key: 'acrossM' | 'downM', values: number[] | null) {
  const what = props.chosen!
  await open.edit(`${what.kind} ${what.id} ${key}`, (draft) => {
    const thing =
      what.kind === 'leak'
        ? leaksOf(draft).find((l) => l.leak.id === what.id)!.leak
        : draft.sensors.find((s) => s.id === what.id)!
    if (values && thing.at) thing.at[key] = values[0]!
  })
}
const takeOff = () =>
  attempt(async () => {
    const what = props.chosen!
    await open.edit('taken off the drawing', (draft) => {
      if (what.kind === 'leak') leaksOf(draft).find((l) => l.leak.id === what.id)!.leak.at = null
      if (what.kind === 'sensor')
        Object.assign(
          draft.sensors.find((s) => s.id === what.id)!,
          { at: null, path: [] },
        )
      if (what.kind === 'doorway') draft.doorways = draft.doorways!.filter((d) => d.id !== what.id)
    })
    emit('choose', null)
  })
const point = computed(() => leak.value?.leak.at ?? sensor.value?.at)
const thingAt = computed(() =>
  leak.value
    ? `/rooms/${plan.value.rooms.indexOf(leak.value.room)}/leaks/${leak.value.room.leaks.indexOf(leak.value.leak)}/at`
    : `/sensors/${sensorIndex.value}/at`,
)
</script>

<template>
  <section class="bg-sheet rounded-sm p-4">
    <p v-if="error" role="alert" class="text-clay mb-2 font-semibold">{{ error }}</p>
    <template v-if="room && area">
      <h2 class="mb-3 text-lg font-bold">{{ room.name }}</h2>
      <div class="grid grid-cols-2 gap-x-3 gap-y-3">
        <RectangleFields
          :rectangle="area"
          :apply="(key, value) => setRoom(`area ${key}`, (r) => void (r.areas![0]![key] = value))"
          :pointer="() => `/rooms/${roomIndex}/areas/0`"
        />
        <ChoiceField
          class="col-span-2"
          label="Floor finish"
          :value="room.finish"
          :choices="finishes"
          :apply="(finish) => setRoom('finish', (r) => void (r.finish = finish))"
          :pointer="`/rooms/${roomIndex}/finish`"
        />
        <MeasureField
          label="Fall, %"
          kind="number"
          empty-word="level"
          :values="one(room.fall?.perCent)"
          :apply="(v) => setFall(v?.[0] ?? null)"
          :pointer="`/rooms/${roomIndex}/fall/perCent`"
        />
        <ChoiceField
          v-if="room.fall"
          label="It falls"
          :value="(room.fall.lowPoint ? 'low' : `${room.fall.towardsDeg ?? 0}`) as Direction"
          :choices="directions"
          :apply="setDirection"
        />
      </div>
      <h3 class="mt-4 mb-1 font-semibold">Doorways</h3>
      <ul class="flex flex-wrap gap-1">
        <li v-for="({ other }, i) in neighbours" :key="other.id">
          <button type="button" class="act-quiet -ml-2" @click="addDoorway(i)">to {{ other.name }}</button>
        </li>
        <li v-if="!neighbours.length" class="text-faded text-[13px]">No room touches this one yet.</li>
      </ul>
      <h3 class="mt-3 mb-1 font-semibold">Put in</h3>
      <div class="flex flex-wrap gap-1">
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
        <button type="button" class="act-quiet -ml-2" @click="addBlock">a plinth</button>
        <button type="button" class="act-quiet -ml-2" @click="addArea">more floor</button>
      </div>
      <div
        v-for="(drain, i) in room.drains"
        :key="`d${i}`"
        class="border-rule mt-3 grid grid-cols-2 gap-x-3 gap-y-2 border-t pt-3"
      >
        <MeasureField
          v-for="key in ['acrossM', 'downM'] as const"
          :key="key"
          :label="key === 'acrossM' ? 'Drain, from the left' : 'From above'"
          kind="length"
          required
          :values="[drain.at[key]]"
          :apply="(v) => setRoom(`drain ${i} ${key}`, (r) => void (r.drains![i]!.at[key] = v![0]!))"
        />
        <MeasureField
          label="It takes"
          kind="flow"
          empty-word="not known"
          :values="one(drain.capacityM3PerS)"
          :apply="
            (v) => setRoom(`drain ${i} capacity`, (r) => void (r.drains![i]!.capacityM3PerS = v?.[0] ?? null))
          "
          :pointer="`/rooms/${roomIndex}/drains/${i}/capacityM3PerS`"
        />
        <button
          type="button"
          class="act-quiet text-clay self-end"
          @click="setRoom('drain removed', (r) => void r.drains!.splice(i, 1))"
        >
          Take the drain out
        </button>
      </div>
      <div
        v-for="(block, i) in room.blocks"
        :key="`b${i}`"
        class="border-rule mt-3 grid grid-cols-2 gap-x-3 gap-y-2 border-t pt-3"
      >
        <RectangleFields
          :rectangle="block.area"
          :name="block.name"
          :apply="(key, value) => setRoom(`block ${i} ${key}`, (r) => void (r.blocks![i]!.area[key] = value))"
          :pointer="(key) => `/rooms/${roomIndex}/blocks/${i}/area/${key}`"
        />
        <button
          type="button"
          class="act-quiet text-clay -ml-2 justify-start"
          @click="setRoom('block removed', (r) => void r.blocks!.splice(i, 1))"
        >
          Take it out
        </button>
      </div>
      <div
        v-for="(more, i) in (room.areas ?? []).slice(1)"
        :key="`a${i}`"
        class="border-rule mt-3 grid grid-cols-2 gap-x-3 gap-y-2 border-t pt-3"
      >
        <RectangleFields
          :rectangle="more"
          name="More floor"
          :apply="
            (key, value) => setRoom(`area ${i + 1} ${key}`, (r) => void (r.areas![i + 1]![key] = value))
          "
          :pointer="() => `/rooms/${roomIndex}/areas/${i + 1}`"
        />
        <button
          type="button"
          class="act-quiet text-clay -ml-2 justify-start"
          @click="setRoom('area removed', (r) => void r.areas!.splice(i + 1, 1))"
        >
          Take it out
        </button>
      </div>
    </template>
    <template v-else-if="doorway">
      <h2 class="mb-3 text-lg font-bold">Doorway</h2>
      <div class="grid grid-cols-2 gap-x-3 gap-y-3">
        <MeasureField
          label="Width"
          kind="length"
          required
          :values="[doorway.widthM]"
          :apply="(v) => setDoorway('width', (d) => void (d.widthM = v![0]!))"
          :pointer="`/doorways/${doorwayIndex}/at`"
        />
        <MeasureField
          label="Threshold"
          kind="smallLength"
          how="0 where there is none."
          :values="one(doorway.thresholdM)"
          :apply="(v) => setDoorway('threshold', (d) => void (d.thresholdM = v?.[0] ?? null))"
          :pointer="`/doorways/${doorwayIndex}/thresholdM`"
        />
      </div>
      <button type="button" class="act-quiet text-clay mt-3 -ml-2" @click="takeOff">
        Take the doorway out
      </button>
    </template>
    <template v-else-if="leak || sensor">
      <h2 class="mb-3 text-lg font-bold">{{ leak?.leak.name ?? sensor?.name }}</h2>
      <div v-if="point" class="grid grid-cols-2 gap-x-3 gap-y-3">
        <MeasureField
          v-for="key in ['acrossM', 'downM'] as const"
          :key="key"
          :label="key === 'acrossM' ? 'From the left' : 'From above'"
          kind="length"
          required
          :values="[point[key]]"
          :apply="(v) => setPoint(key, v)"
          :pointer="thingAt"
        />
      </div>
      <template v-if="sensor">
        <h3 class="mt-3 mb-1 font-semibold">It knows after</h3>
        <ul class="space-y-1">
          <li v-for="trip in trips" :key="trip.id" class="flex justify-between gap-3">
            <span class="min-w-0 truncate">{{ trip.name }}</span>
            <span class="figures shrink-0 font-bold">{{ trip.text }}</span>
          </li>
          <li v-if="!trips.length" class="text-faded">No leak's water comes here.</li>
        </ul>
      </template>
      <button type="button" class="act-quiet text-clay mt-3 -ml-2" @click="takeOff">
        Take it off the drawing
      </button>
    </template>
    <p v-else class="text-faded">Choose something on the drawing to see its numbers.</p>
  </section>
</template>
