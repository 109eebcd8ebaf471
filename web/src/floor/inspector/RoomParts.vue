<script setup lang="ts">
import type { Room } from '@/api/types'
import { editRoom } from '@/site/commands/building'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import { useFloorView } from '../floorView'
import PointFields from './PointFields.vue'
import RectangleFields from './RectangleFields.vue'
import { zoneWords } from './zoneWords'

/** A room's drains, zones and further floor, one by one. */
const props = defineProps<{
  room: Room
  /** JSON pointer to it. */
  at: string
}>()
const view = useFloorView()
const set = (what: string, change: (room: Room) => void) =>
  view.edit(`room ${props.room.id} ${what}`, editRoom(props.room.id, change))
const put = (what: string, change: (room: Room) => void) =>
  view.attempt(what, editRoom(props.room.id, change))
</script>

<template>
  <section>
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
        :apply="(v) => set(`drain ${i} capacity`, (r) => void (r.drains[i]!.capacityM3PerS = v?.[0] ?? null))"
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
  </section>
</template>
