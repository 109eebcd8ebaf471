<script setup lang="ts">
import { computed } from 'vue'
import { api } from '@/api/client'
import type { PowerCutSpan } from '@/api/types'
import { leakName } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { hoursText, onStrip, spanText, STRIP_H, stripDays } from './powerCut'

/** What still stops which leak after a power cut, as a strip of three days: leaks that are stopped alike are one bar. */
const open = useOpenPlan()
const { data } = usePlanQuery(() => ['powerCut'], api.powerCut)

interface Bar {
  span: PowerCutSpan
  why: string
  leaks: string[]
}
const bars = computed(() => {
  const byLength = new Map<string, Bar>()
  for (const leak of data.value?.leaks ?? []) {
    const why = leak.isShut ? 'the valve closes when the power fails' : leak.byLink ? 'by a direct link' : ''
    const key = `${leak.stopped.leastH} ${leak.stopped.mostH} ${why}`
    const bar = byLength.get(key) ?? { span: leak.stopped, why, leaks: [] }
    bar.leaks.push(leakName(open.plan!, leak.leakId))
    byLength.set(key, bar)
  }
  return [...byLength.values()]
})
const first = computed(() => bars.value[0])
const firstText = computed(() => {
  const { leaks } = first.value!
  const which =
    leaks.length === 1 ? `${leaks[0]} is still stopped` : `${leaks.length} leak points are still stopped`
  return bars.value.length > 1 ? `${which}, the shortest of all.` : `${which}.`
})
const percent = (share: number) => `${(100 * share).toFixed(1)}%`
/** A leak's time ends with a device; a device's own is in its words. */
const barText = ({ span, why }: Bar) =>
  why ||
  (span.leastH === 0 && span.mostH === 0
    ? 'not at all'
    : spanText(span).replace('its batteries', 'batteries'))
</script>

<template>
  <section v-if="data" class="bg-sheet rounded-sm p-4">
    <h2 class="mb-2 text-lg font-bold">After a power cut</h2>
    <template v-if="first">
      <p>
        <strong class="figures block text-[22px]" data-testid="power-cut">{{ barText(first) }}</strong>
        {{ firstText }}
      </p>
      <ul class="mt-3 space-y-3">
        <li v-for="bar in bars" :key="bar.leaks[0]">
          <p class="flex flex-wrap justify-between gap-x-2 text-[13.5px]">
            <span>{{ bar.leaks.length === 1 ? bar.leaks[0] : `${bar.leaks.length} leak points alike` }}</span>
            <span class="figures font-semibold">{{ barText(bar) }}</span>
          </p>
          <svg viewBox="0 0 300 14" preserveAspectRatio="none" class="mt-0.5 h-3.5 w-full" aria-hidden="true">
            <rect width="300" height="14" class="fill-rule" />
            <rect :width="percent(onStrip(bar.span).possible)" height="14" fill="url(#may-be)" />
            <rect :width="percent(onStrip(bar.span).sure)" height="14" class="fill-moss" />
          </svg>
        </li>
      </ul>
      <svg width="0" height="0" class="absolute" aria-hidden="true">
        <pattern id="may-be" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0v7" class="stroke-moss" stroke-width="3" />
        </pattern>
      </svg>
      <p class="figures text-faded mt-1 flex justify-between text-[12.5px]" aria-hidden="true">
        <span v-for="day in stripDays" :key="day">{{ day === 0 ? '0' : hoursText(day) }}</span>
      </p>
    </template>
    <p v-else>No leak is stopped by a valve yet. Rehearse says why.</p>
    <h3 class="mt-3 font-semibold">What carries them</h3>
    <ul class="text-[13.5px]">
      <li v-for="device in data.devices" :key="device.deviceId" class="flex justify-between gap-3">
        <span>{{ device.name }}</span>
        <span class="figures text-right">{{ spanText(device.works) }}</span>
      </li>
    </ul>
    <p class="text-faded mt-2 text-[12.5px]">
      Solid is sure, hatched may be, up to {{ hoursText(STRIP_H) }}. Sensors live on batteries; the router has
      to be carried with the hub; repeaters hang on outlets and are dead at once. Any mode counts in which the
      rules close.
    </p>
  </section>
</template>
