<script setup lang="ts">
import { computed } from 'vue'
import { api } from '@/api/client'
import type { Plan, Rehearsed } from '@/api/types'
import FloorAtMoment from '@/floor/FloorAtMoment.vue'
import { usePreferences } from '@/site/preferences'
import { usePlanQuery } from '@/site/queries/planQuery'
import { duration, show } from '@/ui/units'
import { onFloorAt, standsShortAt, turnedAt, wetAt } from './moment'

/** The floor where it leaks, at one moment of the rehearsal: water, wet sensors, the handle. */
const props = defineProps<{ rehearsed: Rehearsed; plan: Plan; atS: number }>()
const preferences = usePreferences()

const room = computed(() =>
  props.plan.building.rooms.find((r) => r.leaks.some((l) => l.id === props.rehearsed.leakId)),
)
const isDrawn = computed(
  () => !!room.value?.storeyId && !!room.value.leaks.find((l) => l.id === props.rehearsed.leakId)?.at,
)
const storey = computed(() => props.plan.building.storeys.find((s) => s.id === room.value?.storeyId))
const { data } = usePlanQuery(
  () => ['floors', props.rehearsed.leakId],
  (of, signal) => api.drawFloors(of, { leak: props.rehearsed.leakId }, signal),
  { isAsked: () => isDrawn.value },
)
const sheets = computed(() => data.value?.sheets.filter((s) => s.storeyId === room.value?.storeyId) ?? [])
const wet = computed(() => wetAt(props.rehearsed.events, props.atS))
const turned = computed(() => {
  const { stopValveId, events } = props.rehearsed
  return new Map(stopValveId ? [[stopValveId, turnedAt(events, props.atS)]] : [])
})
/** How far the handle of the valve that closes has turned; null where none does. */
const share = computed(() => turned.value.get(props.rehearsed.stopValveId ?? '') ?? null)
const valveWords = computed(() => {
  if (share.value === null) return 'no valve closes'
  if (share.value === 0) return 'valve open'
  if (share.value === 1) return 'valve at the end of its stroke'
  const isCaught = standsShortAt(props.rehearsed.events, props.atS)
  return isCaught ? `valve stands at ${show('angle', share.value * 90, preferences.system)}` : 'valve closing'
})
const label = computed(
  () =>
    `${storey.value?.name} after ${duration(props.atS)}: ${wet.value.size} sensors wet, ${valveWords.value}.`,
)
</script>

<template>
  <figure v-if="isDrawn && storey" class="bg-sheet overflow-hidden rounded-sm">
    <FloorAtMoment
      class="h-56"
      role="img"
      :aria-label="label"
      :plan="plan"
      :storey-id="storey.id"
      :sheets="sheets"
      :out-ml="onFloorAt(rehearsed, atS) * 1e6"
      :wet="wet"
      :turned="turned"
    />
    <figcaption class="text-faded flex flex-wrap items-center justify-between gap-x-3 px-3 py-1 text-[13px]">
      <span>{{ storey.name }}, water as it spreads</span>
      <span class="flex items-center gap-2">
        <svg v-if="share !== null" viewBox="-16 -16 32 32" class="size-8" aria-hidden="true">
          <path d="M-16-5h32M-16 5h32" class="stroke-faded" stroke-width="1.5" />
          <circle r="8" class="fill-ink" />
          <rect
            x="-2"
            y="-2.5"
            width="17"
            height="5"
            rx="2"
            class="fill-ink"
            :transform="`rotate(${90 * share})`"
          />
        </svg>
        {{ valveWords }}
      </span>
    </figcaption>
  </figure>
</template>
