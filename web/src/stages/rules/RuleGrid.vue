<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import type { GridCell } from '@/api/types'
import { protectionOf, setProtection } from '@/site/commands/ruled'
import { leakName } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { usePreferences } from '@/site/preferences'
import AnswerField from '@/ui/AnswerField.vue'
import SeverityMark from '@/ui/SeverityMark.vue'
import { clock, show, timeOfDay } from '@/ui/units'
import { modeWords, type Choice } from '@/ui/words'
import { barOf, groupRows, type GridGroup } from './gridRows'
import RuleCard from './RuleCard.vue'

/** Who closes what, when: sensors down, modes across; a cell opens the rule that decides it, and is changed there. */
const open = useOpenPlan()
const preferences = usePreferences()
const { data, trouble } = usePlanQuery(() => ['ruleGrid'], api.ruleGrid, { showsTrouble: true })
const groups = computed(() => (data.value ? groupRows(data.value) : []))
const plan = computed(() => open.plan!)
const sensorName = (id: string) => plan.value.installation.sensors.find((s) => s.id === id)?.name ?? id

/** The cell that is open: a sensor of its row, and the mode's place. */
const opened = ref<{ sensorId: string; mode: number } | null>(null)
const isOpen = (group: GridGroup, mode?: number) =>
  opened.value !== null &&
  group.sensorIds.includes(opened.value.sensorId) &&
  (mode === undefined || opened.value.mode === mode)
const toggle = (group: GridGroup, mode: number) =>
  (opened.value = isOpen(group, mode) ? null : { sensorId: group.sensorIds[0]!, mode })
/** The rule of the open cell; −1 where none decides. */
const ruleIndex = (group: GridGroup) => {
  const id = group.cells[opened.value!.mode]!.ruleId
  return plan.value.installation.rules.findIndex((r) => r.id === id)
}

function actionText(cell: GridCell): string {
  if (cell.stoodShut) return 'shut already'
  if (cell.action === 'closes')
    return cell.startsAfterS == null ? 'closes' : `closes in ${clock(cell.startsAfterS)}`
  return cell.action === 'tells' ? 'tells only' : 'nothing'
}
function lostText(cell: GridCell): string {
  if (!cell.leakId) return 'knows of no leak'
  if (cell.endless) return 'runs on'
  return cell.lostM3 == null ? 'not known' : show('volume', cell.lostM3, preferences.system)
}
/** When of the day it begins, where a rule looks at the clock. */
const startText = ({ startMin }: GridCell) =>
  startMin == null ? '' : `, beginning at ${timeOfDay(startMin)}, the worst time for it`
type ProtectionChoice = 'protect' | 'tellOnly' | 'mixed'
const protections: Choice<ProtectionChoice>[] = [
  { value: 'protect', label: 'Protect' },
  { value: 'tellOnly', label: 'Only tell' },
]
const setTo = (ids: string[]) => async (to: ProtectionChoice) => {
  if (to !== 'mixed') await open.edit(`sensors ${ids.join()} ${to}`, setProtection(ids, to))
}
</script>

<template>
  <section aria-label="Who closes what, when">
    <p v-if="trouble" role="alert" class="text-clay font-semibold">{{ trouble }}</p>
    <p v-if="data && groups.length === 0" class="text-faded">
      No sensor yet. Put sensors on the drawing first: each becomes a row here.
    </p>
    <div v-else-if="data" class="relative overflow-x-auto">
      <table class="w-full min-w-160 border-separate border-spacing-0">
        <thead>
          <tr class="text-left">
            <th scope="col" class="bg-paper sticky left-0 z-10 py-1.5 pr-3">When this is wet</th>
            <th v-for="mode in data.modes" :key="mode" scope="col" class="px-2 py-1.5">
              {{ modeWords[mode] }}
            </th>
          </tr>
        </thead>
        <tbody>
          <template v-for="group in groups" :key="group.sensorIds[0]">
            <tr>
              <th
                scope="row"
                class="border-rule bg-paper sticky left-0 z-10 max-w-56 border-t py-2 pr-3 text-left align-top font-normal max-md:max-w-32"
              >
                <span class="font-semibold">{{
                  group.sensorIds.length === 1
                    ? sensorName(group.sensorIds[0]!)
                    : `${group.sensorIds.length} sensors alike`
                }}</span>
                <span v-if="group.sensorIds.length > 1" class="text-faded line-clamp-2 text-[12.5px]">
                  {{ group.sensorIds.map(sensorName).join('; ') }}
                </span>
              </th>
              <td
                v-for="(cell, m) in group.cells"
                :key="m"
                class="border-rule border-t p-1 align-top"
                :class="{ 'bg-moss-wash': isOpen(group, m) }"
              >
                <button
                  type="button"
                  class="hover:bg-moss-wash block w-full rounded-xs px-1 py-1 text-left max-md:min-h-11"
                  :aria-expanded="isOpen(group, m)"
                  @click="toggle(group, m)"
                >
                  <span class="sr-only"
                    >{{ group.sensorIds.map(sensorName).join(', ') }}, {{ modeWords[data.modes[m]!] }}:
                  </span>
                  <span
                    class="figures flex items-center gap-1.5"
                    :class="cell.action === 'nothing' ? 'text-clay font-bold' : 'font-semibold'"
                  >
                    <SeverityMark v-if="cell.action === 'nothing'" severity="stop" :size="11" />
                    {{ actionText(cell) }}
                  </span>
                  <span class="flex items-center gap-2">
                    <span
                      v-if="cell.lostM3 != null"
                      class="bg-river inline-block h-2.5 max-w-16 shrink-0 rounded-xs"
                      :style="{ width: `${Math.max(3, barOf(cell.lostM3, groups) * 64)}px` }"
                      aria-hidden="true"
                    />
                    <span
                      class="figures text-[13px] whitespace-nowrap"
                      :class="cell.endless ? 'text-clay font-bold' : 'text-faded'"
                      >{{ lostText(cell) }}</span
                    >
                  </span>
                </button>
              </td>
            </tr>
            <tr v-if="isOpen(group)">
              <td :colspan="data.modes.length + 1" class="pb-4">
                <div class="bg-sheet sticky left-0 max-w-[calc(100vw-2rem)] rounded-sm p-4">
                  <p v-if="group.cells[opened!.mode]!.leakId" class="text-faded mb-3 text-[13.5px]">
                    Worst of the leaks that {{ group.sensorIds.length === 1 ? 'it knows' : 'they know' }} of
                    first: {{ leakName(plan, group.cells[opened!.mode]!.leakId!)
                    }}{{ startText(group.cells[opened!.mode]!) }}.
                  </p>
                  <AnswerField
                    class="mb-3 w-fit"
                    :label="group.sensorIds.length === 1 ? 'This sensor' : 'These sensors'"
                    :value="(protectionOf(plan, group.sensorIds) ?? 'mixed') as ProtectionChoice"
                    :choices="protections"
                    :apply="setTo(group.sensorIds)"
                  />
                  <ul v-if="ruleIndex(group) >= 0">
                    <RuleCard
                      :rule="plan.installation.rules[ruleIndex(group)]!"
                      :index="ruleIndex(group)"
                      class="p-0!"
                    />
                  </ul>
                  <p v-else-if="group.cells[opened!.mode]!.action === 'closes'">
                    A direct link decides, without the hub: it is set at the sensor, on Reach.
                  </p>
                  <p v-else>No rule listens in this mode.</p>
                </div>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
    </div>
  </section>
</template>
