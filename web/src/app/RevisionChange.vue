<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import { api, Refusal } from '@/api/client'
import type { Assessment, FaultMatrix, LeakOutcome, Plan } from '@/api/types'
import { leakName } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { differences } from '@/site/differences'
import { arrange } from '@/stages/rehearse/faultCells'
import ChangedFigure from '@/ui/ChangedFigure.vue'
import { lostText } from '@/ui/outcomes'
import { figure } from '@/ui/units'

/** What has changed since a revision: in litres, in faults, and part by part. */
const props = defineProps<{ number: number }>()
const open = useOpenPlan()
const preferences = usePreferences()

interface Judged {
  plan: Plan
  assessment: Assessment
  matrix: FaultMatrix
}
const then = shallowRef<Judged>()
const now = shallowRef<Judged>()
const trouble = shallowRef('')

const judge = async (plan: Plan): Promise<Judged> => {
  const [assessment, matrix] = await Promise.all([api.assess(plan), api.tryFaults(plan)])
  return { plan, assessment, matrix }
}
watch(
  () => [props.number, open.plan] as const,
  async ([number, plan]) => {
    trouble.value = ''
    try {
      const old = await api.readRevision(open.siteId, number)
      const both = await Promise.all([judge(old.plan), judge(plan!)])
      // Another one was chosen meanwhile.
      if (number === props.number) [then.value, now.value] = both
    } catch (failure) {
      if (!(failure instanceof Refusal)) throw failure
      trouble.value = failure.message
    }
  },
  { immediate: true },
)

function read({ assessment: { tally }, matrix }: Judged) {
  const { safe, leaks } = arrange(matrix)
  return {
    'Litres lost at most': tally.worst ? lostText(tally.worst, preferences.system) : 'no leak yet',
    'Leaks nobody would stop': `${tally.notStopped.length}`,
    'Stopped whatever single thing is broken': `${safe} of ${leaks}`,
    'Torque in hand': tally.torqueRatio == null ? 'not known' : `${figure(tally.torqueRatio)} ×`,
    'Must be done': `${tally.stops}`,
    'To measure': `${tally.notMeasured}`,
  }
}
const rows = computed(() => {
  if (!then.value || !now.value) return []
  const before = read(then.value)
  return Object.entries(read(now.value)).map(([name, value]) => ({
    name,
    now: value,
    before: before[name as keyof typeof before],
  }))
})
/** Endless is worse than not known, not known worse than any number. */
const badness = ({ endless, lostM3 }: LeakOutcome) => (endless ? Infinity : (lostM3.high ?? Number.MAX_VALUE))
/** Each leak at its worst over the modes. */
function worst({ assessment }: Judged) {
  const by = new Map<string, LeakOutcome>()
  for (const leak of assessment.leaks) {
    const other = by.get(leak.leakId)
    if (!other || badness(leak) > badness(other)) by.set(leak.leakId, leak)
  }
  return by
}
/** Leaks that come to something else than then. */
const leaks = computed(() => {
  if (!then.value || !now.value) return []
  const before = worst(then.value)
  return [...worst(now.value).values()]
    .map((leak) => {
      const was = before.get(leak.leakId)
      return {
        name: leakName(now.value!.plan, leak.leakId),
        now: lostText(leak, preferences.system),
        before: was ? lostText(was, preferences.system) : 'not there',
      }
    })
    .filter((leak) => leak.now !== leak.before)
})
const parts = computed(() => (then.value && now.value ? differences(then.value.plan, now.value.plan) : []))
</script>

<template>
  <section :aria-label="`Since revision ${number}`" class="bg-sheet rounded-sm p-3">
    <p v-if="trouble" role="alert" class="text-clay font-semibold">{{ trouble }}</p>
    <p v-else-if="!rows.length" class="text-faded">Comparing …</p>
    <template v-else>
      <dl class="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1" data-testid="changed-figures">
        <template v-for="row in rows" :key="row.name">
          <dt>{{ row.name }}</dt>
          <dd class="text-right font-semibold"><ChangedFigure :now="row.now" :before="row.before" /></dd>
        </template>
      </dl>
      <template v-if="leaks.length">
        <h4 class="mt-3 font-semibold">Litres, leak by leak</h4>
        <dl class="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1 text-[13.5px]">
          <template v-for="leak in leaks" :key="leak.name">
            <dt>{{ leak.name }}</dt>
            <dd class="text-right"><ChangedFigure :now="leak.now" :before="leak.before" /></dd>
          </template>
        </dl>
      </template>
      <h4 class="mt-3 font-semibold">What was changed</h4>
      <p v-if="!parts.length" class="text-faded text-[13.5px]">Nothing.</p>
      <ul class="list-disc pl-5 text-[13.5px]">
        <li v-for="part in parts" :key="part">{{ part }}</li>
      </ul>
    </template>
  </section>
</template>
