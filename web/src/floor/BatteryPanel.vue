<script setup lang="ts">
import { computed } from 'vue'
import { api } from '@/api/client'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { download } from '@/ui/download'
import { figure } from '@/ui/units'
import { cellsToBring } from '@/ui/choices/cells'
import { monthOf } from '@/ui/dates'

/** When whose batteries are to be changed, and what it saves to change them together. */
const { data } = usePlanQuery(() => ['batteries'], api.batteries)
const open = useOpenPlan()
const save = async () => download(await api.batteryCalendar(open.plan!), `${open.siteId}-batteries.ics`)
const first = computed(() => data.value?.devices[0])
const plural = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`
</script>

<template>
  <section class="bg-sheet rounded-sm p-4">
    <h2 class="mb-2 text-lg font-bold">Batteries</h2>
    <template v-if="data && first">
      <p>
        <strong class="figures block text-[22px]" data-testid="first-battery">{{
          monthOf(first.changeBy)
        }}</strong>
        the first is to be changed: {{ first.name }}.
      </p>
      <p v-if="data.visits.length" class="mt-2">
        In ten years {{ plural(data.visits.length, 'visit') }} together,
        {{ plural(data.visitsApart, 'visit') }} if each is changed when it is due{{
          data.moreSets ? `, for ${plural(data.moreSets, 'more set')} of batteries` : ''
        }}.
      </p>
      <p v-else class="mt-2">None falls due within ten years.</p>
      <ul class="mt-2 space-y-0.5">
        <li v-for="visit in data.visits" :key="visit.month" class="flex justify-between gap-2">
          <span class="figures">{{ monthOf(visit.month) }}</span>
          <span class="text-faded">{{ plural(visit.deviceIds.length, 'device') }}</span>
        </li>
      </ul>
      <button v-if="data.visits.length" type="button" class="act-quiet mt-1 -ml-2" @click="save">
        The visits for a calendar (iCalendar)
      </button>
      <table class="mt-3 w-full text-[13.5px]">
        <thead class="text-faded text-left">
          <tr>
            <th class="font-normal">Device</th>
            <th class="pl-3 text-right font-normal">Lasts, years</th>
            <th class="pl-3 text-right font-normal">Change by</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="device in data.devices" :key="device.deviceId">
            <td>
              {{ device.name }}
              <span class="text-faded block text-[12.5px]">{{ cellsToBring(device) }}</span>
            </td>
            <td class="figures pl-3 text-right align-top whitespace-nowrap">
              {{ device.isCapped ? 'over 10' : figure(device.years) }}
            </td>
            <td class="figures pl-3 text-right align-top whitespace-nowrap">
              {{ monthOf(device.changeBy) }}
            </td>
          </tr>
        </tbody>
      </table>
      <p class="text-faded mt-2 text-[12.5px]">
        As if all were new today, by the catalogue’s figures; the month before the model says empty, and none
        beyond ten years, whatever it says.
      </p>
    </template>
    <p v-else-if="data" class="text-faded">Nothing here lives on a battery whose figures are known.</p>
    <p v-if="data?.notKnown.length" class="mt-2">
      Not known: {{ data.notKnown.join('; ') }}. Add their figures in the catalogue.
    </p>
  </section>
</template>
