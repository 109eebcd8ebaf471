<script setup lang="ts">
import { computed } from 'vue'
import type { Room } from '@/api/types'
import { editRoom, takeRoomOffTheDrawing } from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import UsualValues from '@/site/parts/UsualValues.vue'
import { useFloorView } from '../floorView'
import { middleOf } from '../geometry'
import FloorSheet from './FloorSheet.vue'
import PointFields from './PointFields.vue'
import RectangleFields from './RectangleFields.vue'
import RoomFields from './RoomFields.vue'
import RoomContents from './RoomContents.vue'
import RoomParts from './RoomParts.vue'
import RoomWays from './RoomWays.vue'

/** A room: its size, floor and fall, its ways to the next rooms, and what can be put into it. */
const props = defineProps<{ id: string }>()
const view = useFloorView()
const open = useOpenPlan()
const plan = computed(() => open.plan!)
const index = computed(() => plan.value.building.rooms.findIndex((r) => r.id === props.id))
const room = computed(() => plan.value.building.rooms[index.value])
const area = computed(() => room.value?.areas?.[0])
const at = computed(() => `/building/rooms/${index.value}`)

const set = (what: string, change: (room: Room) => void) =>
  view.edit(`room ${props.id} ${what}`, editRoom(props.id, change))

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
    <RoomFields :room="room" :pointer="at" />
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
      <UsualValues :scope="{ roomId: id }" place="in this room" />
      <RoomWays :room="room" />
      <RoomContents :room="room" />
      <RoomParts :room="room" :at="at" />
      <button type="button" class="act-quiet text-clay mt-3 -ml-2" @click="takeOff">
        Take the room off the drawing
      </button>
    </template>
  </FloorSheet>
</template>
