<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { api } from '@/api/client'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import CautionLine from '@/ui/CautionLine.vue'
import { download } from '@/ui/download'
import SheetSection from '@/ui/SheetSection.vue'
import { readTicks, writeTicks } from './ticks'

/** What to enter in a hub that knows only single sensors: a list to work through and tick, line by line. */
const open = useOpenPlan()
const { data, trouble } = usePlanQuery(() => ['setupSheet'], api.setupSheet, { showsTrouble: true })

/** By what a line says: one that has changed is to be entered anew. */
const ticked = ref(readTicks(open.siteId))
function tick(line: string) {
  ticked.value = ticked.value.includes(line)
    ? ticked.value.filter((l) => l !== line)
    : [...ticked.value, line]
  writeTicks(open.siteId, ticked.value)
}
const automations = computed(() =>
  (data.value?.automations ?? []).map((a) => ({ ...a, line: [a.if, a.while, ...a.then].join(' · ') })),
)
const links = computed(() => (data.value?.links ?? []).map((l) => ({ ...l, line: l.text })))
const left = computed(
  () => [...automations.value, ...links.value].filter((l) => !ticked.value.includes(l.line)).length,
)
const total = computed(() => automations.value.length + links.value.length)
const isTooMany = computed(
  () => data.value?.mostAutomations != null && automations.value.length > data.value.mostAutomations,
)

const saveTable = async () => download(await api.setupTable(open.plan!), `${open.siteId}-setup.csv`)
const saveJson = () =>
  download(
    new Blob([JSON.stringify(data.value, null, 2)], { type: 'application/json' }),
    `${open.siteId}-setup.json`,
  )
const print = () => window.print()
</script>

<template>
  <div class="mx-auto max-w-4xl">
    <h1 class="text-2xl leading-tight font-bold">Setup sheet</h1>
    <p class="text-faded mb-4 max-w-prose">
      What to enter in the hub, one line an automation, for a hub that knows only <em>if this then that</em>.
    </p>
    <p v-if="trouble" role="alert" class="text-clay font-semibold">{{ trouble }}</p>
    <template v-if="data">
      <div class="mb-4 flex flex-wrap items-end gap-x-8 gap-y-2">
        <p aria-live="polite">
          <strong class="figures block text-4xl leading-none" data-testid="lines-left">{{ left }}</strong>
          of {{ total }} lines left
        </p>
        <p>
          <strong class="figures block text-xl" :class="{ 'text-clay': isTooMany }">
            {{ automations.length }}{{ data.mostAutomations == null ? '' : ` of ${data.mostAutomations}` }}
          </strong>
          {{
            data.mostAutomations == null
              ? 'automations; the hub’s limit is not known'
              : 'automations that it holds'
          }}
        </p>
        <p class="flex gap-2 print:hidden">
          <button type="button" class="act-quiet" @click="print">Print</button>
          <button type="button" class="act-quiet" @click="saveTable">CSV</button>
          <button type="button" class="act-quiet" @click="saveJson">JSON</button>
        </p>
      </div>
      <p v-if="isTooMany" role="alert" class="text-clay mb-3 font-semibold">
        Take a hub that runs rules for groups, or let fewer sensors close: this one holds
        {{ data.mostAutomations }}.
      </p>
      <SheetSection v-if="links.length" title="Direct links first">
        <CautionLine class="mb-2">
          Keep fingers, hair and cords away: many drives turn as soon as they are powered or linked.
        </CautionLine>
        <ol class="divide-rule bg-sheet divide-y rounded-sm">
          <li v-for="link in links" :key="link.line" class="px-3 py-2">
            <label class="flex cursor-pointer items-baseline gap-3 max-md:min-h-11">
              <input
                type="checkbox"
                class="accent-moss size-4"
                :checked="ticked.includes(link.line)"
                @change="tick(link.line)"
              />
              <span :class="{ 'text-faded': ticked.includes(link.line) }">{{ link.text }}</span>
            </label>
          </li>
        </ol>
      </SheetSection>
      <SheetSection :title="data.hub ? `In ${data.hub}` : 'In the hub'">
        <p v-if="!data.hub" class="text-clay mb-2 font-semibold">
          <RouterLink class="underline" :to="`/sites/${open.siteId}/rules`">Choose the hub</RouterLink> first:
          nobody runs these.
        </p>
        <p v-if="automations.length === 0" class="text-faded">
          No rule listens to a sensor yet: there is nothing to enter.
        </p>
        <ol class="divide-rule bg-sheet divide-y rounded-sm">
          <li v-for="a in automations" :key="a.number" class="break-inside-avoid px-3 py-2">
            <label class="grid cursor-pointer grid-cols-[1.25rem_2rem_1fr] items-baseline gap-x-2">
              <input
                type="checkbox"
                class="accent-moss size-4 self-center"
                :checked="ticked.includes(a.line)"
                @change="tick(a.line)"
              />
              <span class="figures text-faded text-right">{{ a.number }}</span>
              <span :class="{ 'text-faded': ticked.includes(a.line) }">
                <b>If</b> {{ a.if
                }}<template v-if="a.while !== 'always'">, <b>while</b> {{ a.while }}</template>
                <span
                  v-for="step in a.then"
                  :key="step"
                  class="block"
                  :class="{ 'text-[13.5px]': step.startsWith('tell') }"
                >
                  <b>then</b> {{ step }}
                </span>
              </span>
            </label>
          </li>
        </ol>
      </SheetSection>
      <ul v-if="data.notes.length" class="text-faded max-w-prose list-disc space-y-1 pl-5">
        <li v-for="note in data.notes" :key="note">{{ note }}</li>
      </ul>
      <p class="text-faded mt-3 text-[13px] print:hidden">
        Ticks are kept on this device. A line that changes with the plan is to be entered anew. Set the people
        who are told up first, or the first alarm goes nowhere.
      </p>
    </template>
  </div>
</template>
