<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { LeakPoint } from '@/api/types'
import { editLeak, removeLeak } from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { firstTrip } from '@/site/trips'
import { show, showBounds } from '@/ui/units'
import UsualValues from '@/site/parts/UsualValues.vue'
import { useFloorView } from '../floorView'
import FloorSheet from './FloorSheet.vue'
import LeakFields from './LeakFields.vue'
import PointFields from './PointFields.vue'

/** A leak point on the drawing, and which sensor knows of it first. */
const props = defineProps<{ id: string }>()
const view = useFloorView()
const open = useOpenPlan()
const preferences = usePreferences()
const roomIndex = computed(() =>
  open.plan!.building.rooms.findIndex((r) => r.leaks.some((l) => l.id === props.id)),
)
const room = computed(() => open.plan!.building.rooms[roomIndex.value])
const index = computed(() => room.value?.leaks.findIndex((l) => l.id === props.id) ?? -1)
const leak = computed(() => room.value?.leaks[index.value])

const first = computed(() => firstTrip(open.assessment, props.id))
const flow = computed(() => open.outcomeOf(open.assessment, props.id, 'away')?.flowM3PerS)

const set = (what: string, change: (leak: LeakPoint) => void) =>
  view.edit(`leak ${props.id} ${what}`, editLeak(props.id, change))
async function takeOut() {
  if (await view.attempt('leak point removed', removeLeak(props.id))) view.chosen = null
}
async function takeOff() {
  const done = await view.attempt(
    'taken off the drawing',
    editLeak(props.id, (leak) => void (leak.at = null)),
  )
  if (done) view.chosen = null
}
</script>

<template>
  <FloorSheet v-if="leak" :title="leak.name" take-out="Take it off the drawing" @take-out="takeOff">
    <div class="col-span-2">
      <p v-if="flow" class="figures text-[17px] font-bold">
        {{ showBounds('flow', flow, preferences.system) }}
      </p>
      <p class="mt-1">
        <template v-if="first">
          First known to
          {{ open.plan!.installation.sensors.find((s) => s.id === first!.sensorId)?.name }} after
          <strong class="figures text-river">{{
            showBounds('volume', first.volumeM3, preferences.system)
          }}</strong>{{
            first.timeS == null ? '' : `, ${show('duration', first.timeS, preferences.system)}`
          }}.
        </template>
        <strong v-else class="text-clay">No sensor is known ever to hear it.</strong>
      </p>
      <RouterLink
        class="act-quiet -ml-2 inline-block"
        :to="{ path: `/sites/${open.siteId}/rehearse`, query: { leak: id } }"
      >
        Rehearse it
      </RouterLink>
    </div>
    <LeakFields :leak="leak" :room="room!" :pointer="`/building/rooms/${roomIndex}/leaks/${index}`" />
    <PointFields
      v-if="leak.at"
      :at="leak.at"
      :apply="(key, value) => set(key, (l) => void (l.at![key] = value))"
      :pointer="`/building/rooms/${roomIndex}/leaks/${index}/at`"
    />
    <template #below>
      <UsualValues :scope="{ leakId: id }" place="here" />
      <button type="button" class="act-quiet text-clay mt-3 -ml-2" @click="takeOut">
        Take the leak point out
      </button>
    </template>
  </FloorSheet>
</template>
