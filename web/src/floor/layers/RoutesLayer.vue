<script setup lang="ts">
import { computed } from 'vue'
import type { MarginStanding } from '@/api/types'
import { useOpenPlan } from '@/site/openPlan'
import { SCALE } from '../drawingFrame'
import { useStoreyDrawing } from '../storeyDrawing'

/** Each hop from a device to its hub, where both are on this storey: thinner and broken where little is in hand. */
const open = useOpenPlan()
const { sensors, devices, placeOf, unitsPerPixel } = useStoreyDrawing()

const places = computed(() => {
  const valves = new Map(open.plan!.installation.drives.map((d) => [d.stopValveId, d.id]))
  return new Map([
    ...sensors.value.map(
      ({ sensor, at }) =>
        [sensor.id, placeOf({ kind: 'sensor', id: sensor.id }, sensor.mainPartAt ?? at)] as const,
    ),
    ...devices.value.flatMap(({ kind, id, at }) => {
      const device = kind === 'valve' ? valves.get(id) : id
      return device ? [[device, placeOf({ kind, id }, at)] as const] : []
    }),
  ])
})
/** Dashes of what is not enough, px. */
const weak = [2, 6]
const dashes: Partial<Record<MarginStanding, number[]>> = {
  blocked: weak,
  tooWeak: weak,
  mayBeTooWeak: weak,
  thin: [8, 6],
}
const hops = computed(() =>
  (open.assessment?.reach.links ?? []).flatMap((link) => {
    const [from, to] = [places.value.get(link.fromId), places.value.get(link.toId)]
    if (!from || !to) return []
    const look = dashes[link.standing]
    return [
      {
        key: `${link.fromId} ${link.toId} ${link.isDirect}`,
        line: `M${from.acrossM * SCALE} ${from.downM * SCALE}L${to.acrossM * SCALE} ${to.downM * SCALE}`,
        look,
        isWeak: look === weak,
      },
    ]
  }),
)
</script>

<template>
  <g class="pointer-events-none" data-testid="routes">
    <path
      v-for="{ key, line, look, isWeak } in hops"
      :key="key"
      :d="line"
      class="fill-none"
      :class="isWeak ? 'stroke-clay' : 'stroke-moss'"
      :stroke-width="(isWeak ? 3 : 2) * unitsPerPixel"
      :stroke-dasharray="look?.map((n) => n * unitsPerPixel).join(' ')"
    />
  </g>
</template>
