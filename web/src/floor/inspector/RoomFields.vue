<script setup lang="ts">
import { computed } from 'vue'
import type { Room } from '@/api/types'
import { editRoom } from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import AnswerField from '@/ui/AnswerField.vue'
import { finishesOf } from '@/ui/choices/rooms'
import MeasureField from '@/ui/MeasureField.vue'
import { assumedOf } from '@/ui/assumed'
import { one } from '@/ui/measured'
import TextField from '@/ui/TextField.vue'

/** What is asked of a room, drawn or not; the size of a drawn one is that of its drawing. */
const props = defineProps<{ room: Room; pointer: string }>()
const open = useOpenPlan()
const finishes = computed(() => finishesOf(open.plan!.catalogue))

const set = (what: string, change: (room: Room) => void) =>
  open.edit(`room ${props.room.id} ${what}`, editRoom(props.room.id, change))

type Measure = 'lengthM' | 'widthM' | 'floorHeightM'
const setMeasure = (key: Measure) => (values: number[] | null) =>
  set(key, (room) => void (room[key] = values?.[0] ?? null))
</script>

<template>
  <TextField
    label="Name"
    :value="room.name"
    required
    :apply="(text) => set('name', (r) => void (r.name = text))"
    :pointer="`${pointer}/name`"
  />
  <AnswerField
    class="col-span-full"
    label="Floor finish"
    :how="
      room.assumesUsual && !room.finishId
        ? 'Assumed as usual, from vinyl to waxed wood.'
        : 'It sets how high water stands before it spreads.'
    "
    :value="room.finishId ?? null"
    :choices="finishes"
    :apply="(finish) => set('finish', (r) => void (r.finishId = finish))"
    :pointer="`${pointer}/finishId`"
  />
  <template v-if="!room.areas.length">
    <MeasureField
      label="Length"
      kind="length"
      how="Wall to wall, tape on the floor."
      :values="one(room.lengthM)"
      :apply="setMeasure('lengthM')"
      :pointer="`${pointer}/lengthM`"
    />
    <MeasureField
      label="Width"
      kind="length"
      how="Wall to wall, the other way."
      :values="one(room.widthM)"
      :apply="setMeasure('widthM')"
      :pointer="`${pointer}/widthM`"
    />
  </template>
  <MeasureField
    class="col-span-full"
    label="Floor above the stop valve"
    kind="length"
    how="From the stop valve up or down the stair; below is negative."
    :values="one(room.floorHeightM)"
    :assumed="assumedOf(room, 'floorHeightM')"
    :apply="setMeasure('floorHeightM')"
    :pointer="`${pointer}/floorHeightM`"
  />
</template>
