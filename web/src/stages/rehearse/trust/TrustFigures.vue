<script setup lang="ts">
import { computed } from 'vue'
import type { FailureRate, PartKind } from '@/api/types'
import { setFailureRate, setFailures } from '@/site/commands/failures'
import { useOpenPlan } from '@/site/openPlan'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'

/** How often each kind of part fails, and how often all of it is tested: figures of the firm's own. */
defineProps<{ missing: readonly PartKind[] }>()
const open = useOpenPlan()
const figures = computed(() => open.plan!.failures)
const rateOf = (kind: PartKind) => figures.value?.rates?.find((r) => r.kind === kind)

type Rated = Exclude<PartKind, 'sensorBatch'>
/** Those that are used every day are noticed at once, and are not asked how many are. */
const kinds: { kind: Rated; label: string; isNoticed?: boolean }[] = [
  { kind: 'sensor', label: 'A sensor' },
  { kind: 'repeater', label: 'A repeater' },
  { kind: 'hub', label: 'The hub' },
  { kind: 'drive', label: 'A drive' },
  { kind: 'stopValve', label: 'A valve passes' },
  { kind: 'mains', label: 'Power cut', isNoticed: true },
  { kind: 'internet', label: 'Internet', isNoticed: true },
  { kind: 'cloudService', label: 'Cloud service', isNoticed: true },
]
const set =
  (kind: Rated, key: Exclude<keyof FailureRate, 'kind'>, size = 1) =>
  (values: number[] | null) =>
    open.edit(`failures ${kind} ${key}`, setFailureRate(kind, { [key]: values && values[0]! * size }))
const percent = (share: number | null | undefined) => one(share == null ? null : share * 100)
</script>

<template>
  <div class="grid gap-y-4">
    <div class="grid grid-cols-2 items-end gap-x-4 gap-y-3 sm:grid-cols-3">
      <MeasureField
        label="Tested with water every"
        kind="duration"
        empty-word="not said"
        pointer="/failures/testEveryS"
        :values="one(figures?.testEveryS)"
        :apply="(v) => open.edit('test interval', setFailures({ testEveryS: v?.[0] ?? null }))"
      />
      <MeasureField
        label="Fails at most 1 in"
        kind="number"
        empty-word="not said"
        pointer="/failures/target"
        :values="one(figures?.target == null ? null : Math.round(1e6 / figures.target) / 1e6)"
        :apply="(v) => open.edit('target', setFailures({ target: v ? 1 / v[0]! : null }))"
      />
      <MeasureField
        label="By whole batches, %"
        kind="number"
        empty-word="not said"
        pointer="/failures/commonShare"
        :values="percent(figures?.commonShare)"
        :apply="(v) => open.edit('common share', setFailures({ commonShare: v && v[0]! / 100 }))"
      />
    </div>
    <div
      v-for="{ kind, label, isNoticed } in kinds"
      :key="kind"
      role="group"
      :aria-label="label"
      class="border-rule grid grid-cols-2 gap-x-4 gap-y-1 border-t pt-2 sm:grid-cols-[8rem_repeat(3,minmax(0,1fr))]"
    >
      <h3 class="col-span-2 self-center font-semibold sm:col-span-1">
        {{ label }}
        <span v-if="missing.includes(kind)" class="text-clay block text-[13px] font-normal">needed</span>
      </h3>
      <MeasureField
        label="Times a year"
        kind="number"
        empty-word="not said"
        :values="one(rateOf(kind)?.perYear)"
        :apply="set(kind, 'perYear')"
      />
      <MeasureField
        v-if="!isNoticed"
        label="Noticed at once, %"
        kind="number"
        empty-word="none"
        :values="percent(rateOf(kind)?.noticedShare)"
        :apply="set(kind, 'noticedShare', 0.01)"
      />
      <MeasureField
        v-if="isNoticed || rateOf(kind)?.noticedShare"
        label="Works again after"
        kind="duration"
        empty-word="not said"
        :values="one(rateOf(kind)?.repairS)"
        :apply="set(kind, 'repairS')"
      />
    </div>
  </div>
</template>
