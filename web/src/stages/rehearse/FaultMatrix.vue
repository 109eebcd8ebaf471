<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import type { Fault, FaultCell, Mode } from '@/api/types'
import { leaksOf } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { usePreferences } from '@/site/preferences'
import ChoiceField from '@/ui/ChoiceField.vue'
import { show, volumeM3 } from '@/ui/units'
import { causeWords, faults, faultWords, modeWords, outcomeWords, type Choice } from '@/ui/words'
import FaultCellMark from './FaultCellMark.vue'
import { arrange, runsOn } from './faultCells'
import RemedyList from './RemedyList.vue'

/** Every leak that a valve could stop, in every mode, with each single fault or each pair with another; a cell opens its rehearsal. */
const emit = defineEmits<{ pick: [query: { leak: string; mode: Mode; faults: Fault[] }] }>()
const open = useOpenPlan()
const preferences = usePreferences()
/** What is broken in every cell, so that the others make pairs with it. */
const beside = ref<Fault | null>(null)
const besideChoices: Choice<Fault | null>[] = [
  { value: null, label: 'Nothing: one thing at a time' },
  ...faults.map((fault) => ({ value: fault as Fault | null, label: faultWords[fault].label })),
]
const { data, trouble } = usePlanQuery(
  () => ['faultMatrix', beside.value],
  (plan, signal) => api.tryFaults(plan, beside.value, signal),
  { showsTrouble: true },
)
const without = computed(() => (beside.value ? `${faultWords[beside.value].short} alone` : 'nothing broken'))
const brokenIn = (fault: Fault | null): Fault[] => [beside.value, fault].filter((f): f is Fault => f !== null)
const arranged = computed(() => data.value && arrange(data.value))
const names = computed(
  () => new Map(leaksOf(open.plan!).map(({ leak, room }) => [leak.id, { leak: leak.name, room: room.name }])),
)
/** The row whose remedies are shown: block and leak. */
const helped = ref('')

const modesText = (modes: Mode[]) => modes.map((m) => modeWords[m]).join(', ')
function cellText(cell: FaultCell): string {
  if (!runsOn(cell)) return show('volume', cell.lostM3!, preferences.system)
  return cell.cause ? causeWords[cell.cause] : outcomeWords[cell.outcome]
}
/** Round amounts on the scale of the squares, m³. */
const roundM3 = { metric: [0.003, 0.03, 0.3], us: [1, 10, 100].map((gallons) => gallons * volumeM3('us')) }
const legend = computed<{ cell: Pick<FaultCell, 'outcome' | 'lostM3'>; text: string }[]>(() => [
  ...roundM3[preferences.system].map((lostM3) => ({
    cell: { outcome: 'closes' as const, lostM3 },
    text: show('volume', lostM3, preferences.system),
  })),
  { cell: { outcome: 'tellsOnly', lostM3: null }, text: 'told, runs on' },
  { cell: { outcome: 'closesPartly', lostM3: null }, text: 'valve moves, runs on' },
  { cell: { outcome: 'nothing', lostM3: null }, text: 'nothing happens' },
])
</script>

<template>
  <section>
    <p v-if="trouble" role="alert" class="text-clay font-semibold">{{ trouble }}</p>
    <template v-if="arranged && data">
      <ChoiceField
        class="mb-3 max-w-sm"
        label="Broken besides"
        :value="beside"
        :choices="besideChoices"
        :apply="async (fault) => void (beside = fault)"
      />
      <p class="mb-1" aria-live="polite">
        <strong
          class="figures text-4xl leading-none"
          :class="arranged.safe < arranged.leaks ? 'text-clay' : 'text-river'"
          data-testid="safe-leaks"
          >{{ arranged.safe }} of {{ arranged.leaks }}</strong
        >
        leaks are stopped
        {{
          beside
            ? `with ${faultWords[beside].short}, whatever else is broken.`
            : 'whatever single thing is broken.'
        }}
      </p>
      <ul
        class="text-faded mb-3 flex flex-wrap gap-x-4 gap-y-1 text-[13px]"
        aria-label="What the squares say"
      >
        <li v-for="{ cell, text } in legend" :key="text" class="flex items-center gap-1.5">
          <FaultCellMark :cell="cell" />{{ text }}
        </li>
      </ul>
      <div v-for="(block, b) in arranged.blocks" :key="block.modes.join()" class="mb-6">
        <h2 class="mb-1 text-lg font-bold">{{ modesText(block.modes) }}</h2>
        <div class="relative overflow-x-auto">
          <table>
            <thead>
              <tr class="align-bottom">
                <th scope="col" class="bg-paper sticky left-0 z-10 text-left">Leak</th>
                <th
                  v-for="column in arranged.columns"
                  :key="column.index"
                  scope="col"
                  class="px-0.5 pb-1 text-[12.5px] font-semibold whitespace-nowrap"
                >
                  <span class="inline-block rotate-180 [writing-mode:vertical-rl]">{{
                    column.fault ? faultWords[column.fault].short : without
                  }}</span>
                </th>
                <th scope="col"><span class="sr-only">What helps</span></th>
              </tr>
            </thead>
            <tbody>
              <template v-for="row in block.rows" :key="row.leakId">
                <tr class="border-rule border-t">
                  <th
                    scope="row"
                    class="bg-paper sticky left-0 z-10 max-w-40 truncate pr-3 text-left font-normal sm:max-w-none"
                  >
                    {{ names.get(row.leakId)?.leak }}
                    <span class="text-faded block text-[12.5px] sm:inline">{{
                      names.get(row.leakId)?.room
                    }}</span>
                  </th>
                  <td v-for="column in arranged.columns" :key="column.index" class="p-0 text-center">
                    <button
                      type="button"
                      class="hover:bg-moss-wash grid min-h-8 min-w-9 place-items-center max-md:min-h-11 max-md:min-w-11"
                      :title="cellText(row.cells[column.index]!)"
                      :aria-label="`${names.get(row.leakId)?.leak}, ${names.get(row.leakId)?.room}, ${modesText(block.modes)}, ${
                        column.fault ? faultWords[column.fault].label : without
                      }: ${cellText(row.cells[column.index]!)}`"
                      @click="
                        emit('pick', {
                          leak: row.leakId,
                          mode: block.modes[0]!,
                          faults: brokenIn(column.fault),
                        })
                      "
                    >
                      <FaultCellMark :cell="row.cells[column.index]!" />
                    </button>
                  </td>
                  <td class="pl-2">
                    <button
                      v-if="row.runOn"
                      type="button"
                      class="act-quiet whitespace-nowrap"
                      :aria-expanded="helped === `${b} ${row.leakId}`"
                      @click="helped = helped === `${b} ${row.leakId}` ? '' : `${b} ${row.leakId}`"
                    >
                      What helps
                    </button>
                  </td>
                </tr>
                <tr v-if="helped === `${b} ${row.leakId}`">
                  <td :colspan="arranged.columns.length + 2" class="max-w-0">
                    <RemedyList
                      :leak-id="row.leakId"
                      :mode="block.modes[0]!"
                      :columns="arranged.columns.map((c) => c.index)"
                      :beside="beside"
                    />
                  </td>
                </tr>
              </template>
            </tbody>
          </table>
        </div>
      </div>
      <p class="text-faded max-w-prose text-[13px]">
        {{ data.rehearsals.toLocaleString('en-GB') }} rehearsals, every unknown taken as it gives the most
        water. Repeaters and the router are taken to have no backup, and people to be told over the internet.
      </p>
    </template>
  </section>
</template>
