<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { api } from '@/api/client'
import type { Bill } from '@/api/types'
import { setPayback } from '@/site/commands/plan'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { download } from '@/ui/download'
import { one } from '@/ui/measured'
import MeasureField from '@/ui/MeasureField.vue'
import { priceText } from '@/ui/price'
import SheetSection from '@/ui/SheetSection.vue'
import { figure } from '@/ui/units'
import { provenanceWords } from '@/ui/words'

/** What to order, what it costs in each option, and what the customer's own figures make of that. */
const open = useOpenPlan()
const plan = computed(() => open.plan!)
const currency = computed(() => plan.value.catalogue.currency)
const { data } = usePlanQuery(['bills'], api.bills)
const bills = computed(() => data.value ?? [])

/** Every device of any option once, in the order of the bills. */
const devices = computed(() => {
  const lines = bills.value.flatMap((b) => b.lines)
  return [...new Map(lines.map((l) => [l.specId, l])).values()]
})
const lineOf = (bill: Bill, specId: string) => bill.lines.find((l) => l.specId === specId)
const totalText = (bill: Bill) =>
  `${bill.devices.unpriced || bill.labour == null ? 'at least ' : ''}${priceText(bill.total, currency.value)}`

type Figure = 'avoidedEvent' | 'rebatePerYear' | 'labour'
const figures: { key: Figure; label: string; how: string }[] = [
  { key: 'labour', label: 'Fitting', how: 'Your own labour and travel.' },
  { key: 'avoidedEvent', label: 'One leak would cost', how: 'What the customer says, or their last one.' },
  { key: 'rebatePerYear', label: 'Insurer takes off a year', how: 'As their letter says.' },
]
const set = (key: Figure) => (values: number[] | null) =>
  open.edit(`payback ${key}`, setPayback(key, values?.[0] ?? null))

const years = (value: number | null | undefined) =>
  value == null ? 'not given' : value === 0 ? 'at once' : `${figure(value)} years`
const outlook = computed(() => [
  {
    name: 'Paid by the rebate alone in',
    texts: bills.value.map((b) => years(b.payback.yearsByRebate)),
  },
  {
    name: 'Left to pay after one avoided leak',
    texts: bills.value.map((b) => {
      const left = b.payback.leftAfterOneEvent
      if (left == null) return 'not given'
      return left > 0 ? priceText(left, currency.value) : `paid, and ${priceText(-left, currency.value)} over`
    }),
  },
  {
    name: 'Avoided leaks that pay for it',
    texts: bills.value.map((b) =>
      b.payback.eventsToPay == null ? 'not given' : figure(b.payback.eventsToPay),
    ),
  },
  {
    name: 'After one avoided leak, the rebate pays the rest in',
    texts: bills.value.map((b) => years(b.payback.yearsByRebateAfterOneEvent)),
  },
])

const save = async () => download(await api.billTable(plan.value), `${open.siteId}-bill.csv`)
</script>

<template>
  <div class="mx-auto max-w-6xl">
    <h1 class="text-2xl leading-tight font-bold">Bill of materials</h1>
    <p class="text-faded mb-5 max-w-prose">
      What to order, with the catalogue's prices, for the plan as it stands and for each option that is kept.
    </p>
    <SheetSection title="Devices">
      <template #actions>
        <button type="button" class="act-quiet" :disabled="!devices.length" @click="save">As CSV</button>
      </template>
      <p v-if="!devices.length" class="text-faded">
        Nothing is chosen yet.
        <RouterLink class="text-moss underline" :to="`/sites/${open.siteId}/drive`"
          >Choose a drive</RouterLink
        >
        first.
      </p>
      <div v-else class="relative overflow-x-auto" tabindex="0" role="group" aria-label="Table of devices">
        <table class="bg-sheet w-full min-w-[36rem] rounded-sm text-left">
          <thead>
            <tr class="border-rule border-b align-bottom">
              <th class="px-3 py-2 font-semibold" scope="col">Device</th>
              <th class="px-3 py-2 text-right font-semibold" scope="col">Each</th>
              <th
                v-for="bill in bills"
                :key="bill.optionId ?? ''"
                class="px-3 py-2 text-right font-bold"
                scope="col"
              >
                {{ bill.name }}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="device in devices" :key="device.specId" class="border-rule border-b align-top">
              <th class="px-3 py-1.5 font-normal" scope="row">
                <span class="font-semibold">{{ device.name }}</span>
                <span class="text-faded block text-[12.5px]">{{
                  (bills.map((b) => lineOf(b, device.specId)).find(Boolean)?.for ?? []).join(', ')
                }}</span>
              </th>
              <td class="px-3 py-1.5 text-right whitespace-nowrap tabular-nums">
                {{ priceText(device.unitPrice?.amount, currency) }}
                <span v-if="device.unitPrice" class="text-faded block text-[12.5px]">
                  {{ provenanceWords[device.unitPrice.provenance] }}
                </span>
              </td>
              <td
                v-for="bill in bills"
                :key="bill.optionId ?? ''"
                class="px-3 py-1.5 text-right whitespace-nowrap tabular-nums"
              >
                <template v-if="lineOf(bill, device.specId)">
                  <span class="text-faded">{{ lineOf(bill, device.specId)!.quantity }} ×</span>
                  {{ priceText(lineOf(bill, device.specId)!.amount, currency) }}
                </template>
                <span v-else class="text-faded">none</span>
              </td>
            </tr>
            <tr>
              <th class="px-3 py-1.5 font-normal" scope="row">Fitting</th>
              <td />
              <td
                v-for="bill in bills"
                :key="bill.optionId ?? ''"
                class="px-3 py-1.5 text-right tabular-nums"
              >
                {{ bill.labour == null ? 'not given' : priceText(bill.labour, currency) }}
              </td>
            </tr>
            <tr class="border-rule border-t">
              <th class="px-3 py-2 text-lg font-bold" scope="row">Total</th>
              <td />
              <td
                v-for="bill in bills"
                :key="bill.optionId ?? ''"
                class="px-3 py-2 text-right text-lg font-bold whitespace-nowrap tabular-nums"
              >
                {{ totalText(bill) }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </SheetSection>
    <SheetSection
      title="What it is worth to them"
      lead="From the customer's own figures. How likely a leak is nobody knows, so no odds are calculated."
    >
      <div class="mb-5 grid gap-x-5 gap-y-4 sm:grid-cols-3">
        <MeasureField
          v-for="entry in figures"
          :key="entry.key"
          :label="`${entry.label}${currency ? `, ${currency}` : ''}`"
          kind="number"
          :how="entry.how"
          empty-word="not given"
          :values="one(plan.payback?.[entry.key])"
          :apply="set(entry.key)"
          :pointer="`/payback/${entry.key}`"
        />
      </div>
      <div class="relative overflow-x-auto" tabindex="0" role="group" aria-label="Table of payback">
        <table class="bg-sheet w-full min-w-[36rem] rounded-sm text-left">
          <thead>
            <tr class="border-rule border-b align-bottom">
              <td class="px-3 py-2" />
              <th
                v-for="bill in bills"
                :key="bill.optionId ?? ''"
                class="px-3 py-2 text-right font-bold"
                scope="col"
              >
                {{ bill.name }}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in outlook" :key="row.name" class="border-rule border-b last:border-b-0">
              <th class="px-3 py-1.5 font-normal" scope="row">{{ row.name }}</th>
              <td
                v-for="(text, i) in row.texts"
                :key="i"
                class="px-3 py-1.5 text-right tabular-nums"
                :class="text === 'not given' ? 'text-faded' : 'font-bold'"
              >
                {{ text }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </SheetSection>
  </div>
</template>
