<script setup lang="ts">
import { computed } from 'vue'
import { api } from '@/api/client'
import type { Fault, Mode, Remedy } from '@/api/types'
import { applyRemedy } from '@/site/commands/remedies'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { usePreferences } from '@/site/preferences'
import { show } from '@/ui/units'
import FaultCellMark from './FaultCellMark.vue'

/** What helps one leak against what may be broken, each tried; one press makes the change. */
const props = defineProps<{
  leakId: string
  mode: Mode
  /** Which cells of a row are shown, in their order. */
  columns: number[]
  /** A fault that there is in every cell. */
  beside: Fault | null
}>()
const open = useOpenPlan()
const preferences = usePreferences()
const { data, trouble, isFetching } = usePlanQuery(
  () => ['remedies', props.leakId, props.beside],
  (plan, signal) => api.tryRemedies(plan, props.leakId, props.beside, signal),
  { showsTrouble: true },
)

const nameOf = (things: { id: string; name: string }[], id: string) =>
  things.find((t) => t.id === id)?.name ?? id
function words({ kind, targetId, driveId, rule: added }: Remedy): string {
  const { installation, building } = open.plan!
  const drive = installation.drives.find((d) => d.id === (driveId ?? targetId))
  const valve = nameOf(building.stopValves, drive?.stopValveId ?? '')
  const sensor = nameOf(installation.sensors, targetId)
  const rule = nameOf(installation.rules, targetId)
  return {
    directLink: `Link ${sensor} straight to the drive on ${valve}, with the valve shut`,
    hubBackup: 'Put a backup behind the hub',
    driveBackup: `Put a battery behind the drive on ${valve}, to close in a power cut`,
    noDelay: `Let “${rule}” close at once`,
    everyMode: `Let “${rule}” hold in every mode`,
    everyHour: `Let “${rule}” hold at every hour`,
    shutWhenLeaving: `Let a rule shut ${nameOf(building.stopValves, targetId)} when everyone has left`,
    shutOnSilence: `Let a rule shut ${nameOf(building.stopValves, targetId)} when a sensor has been silent for ${show('duration', added?.confirmS ?? 0, preferences.system)}`,
    closeAgain: `Let a rule tell ${nameOf(building.stopValves, targetId)} to close once more when it has not; a handle that snags may break`,
    secondSensor: `Put a second sensor beside ${sensor}, of another batch`,
  }[kind]
}

const litres = (m3: number | null | undefined) => (m3 == null ? '' : show('volume', m3, preferences.system))
const rows = computed(() =>
  (data.value ?? []).map((remedy) => ({
    remedy,
    cells: remedy.rows.find((r) => r.mode === props.mode)?.cells ?? [],
    text: words(remedy),
    after:
      remedy.runsOnAfter < remedy.runsOnBefore
        ? `runs on in ${remedy.runsOnAfter} cases instead of ${remedy.runsOnBefore}`
        : `at most ${litres(remedy.worstAfterM3)} instead of ${litres(remedy.worstBeforeM3)}`,
    price:
      remedy.price == null || remedy.price === 0
        ? ''
        : `${remedy.price} ${open.plan!.catalogue.currency ?? ''}`.trim(),
  })),
)
</script>

<template>
  <div class="bg-paper sticky left-0 max-w-[calc(100vw-2rem)] p-2 text-left md:max-w-4xl">
    <p v-if="trouble" role="alert" class="text-clay font-semibold">{{ trouble }}</p>
    <p v-else-if="!data && isFetching" class="text-faded">Trying what helps …</p>
    <p v-else-if="rows.length === 0" class="text-faded">
      Nothing that was tried helps this leak: links, backup, delay, modes, a second sensor.
    </p>
    <ul v-else class="space-y-2">
      <li v-for="{ remedy, text, after, price, cells } in rows" :key="remedy.kind + remedy.targetId">
        <p>
          <strong>{{ text }}:</strong> {{ after }}<span v-if="price" class="figures">, {{ price }}</span>
          <button
            type="button"
            class="act-quiet ml-1"
            :aria-label="`Do this: ${text}`"
            @click="open.edit('remedy', applyRemedy(remedy))"
          >
            Do this
          </button>
        </p>
        <div class="flex flex-wrap gap-x-2.5 gap-y-1 pl-1" aria-hidden="true">
          <FaultCellMark v-for="index in columns" :key="index" :cell="cells[index]!" />
        </div>
      </li>
    </ul>
  </div>
</template>
