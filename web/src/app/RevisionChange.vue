<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import { api, Refusal } from '@/api/client'
import type { FaultMatrix, OptionAssessment, Plan } from '@/api/types'
import { leakName } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { differences } from '@/site/differences'
import { usePreferences } from '@/site/preferences'
import { tallyTexts } from '@/site/tally'
import { arrange } from '@/stages/rehearse/faultCells'
import ChangedFigure from '@/ui/ChangedFigure.vue'
import { lostText } from '@/ui/outcomes'
import { volumeWord } from '@/ui/units'

/** What has changed since a revision: in litres, in faults, and part by part. */
const props = defineProps<{ number: number }>()
const open = useOpenPlan()
const preferences = usePreferences()

interface Judged {
  plan: Plan
  /** With each leak at its worst over the modes. */
  figures: OptionAssessment
  matrix: FaultMatrix
}
const then = shallowRef<Judged>()
const now = shallowRef<Judged>()
const trouble = shallowRef('')

const judge = async (plan: Plan): Promise<Judged> => {
  const [[figures], matrix] = await Promise.all([
    api.compare({ ...plan, options: [] }),
    api.tryFaults(plan, null),
  ])
  return { plan, figures: figures!, matrix }
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

function read({ figures, matrix }: Judged) {
  const { safe, leaks } = arrange(matrix)
  const texts = tallyTexts(figures.tally, preferences.system)
  return {
    [`${volumeWord(preferences.system)} lost at most`]: texts.worst,
    'Leaks nobody would stop': texts.notStopped,
    'Stopped whatever single thing is broken': `${safe} of ${leaks}`,
    'Torque in hand': texts.drive,
    'Must be done': texts.stops,
    'To measure': texts.notMeasured,
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
/** Leaks that come to something else than then. */
const leaks = computed(() => {
  if (!then.value || !now.value) return []
  const before = new Map(then.value.figures.leaks.map((leak) => [leak.leakId, leak]))
  return now.value.figures.leaks
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
      <dl class="grid gap-x-4 sm:grid-cols-[1fr_auto] sm:gap-y-1" data-testid="changed-figures">
        <template v-for="row in rows" :key="row.name">
          <dt>{{ row.name }}</dt>
          <dd class="font-semibold max-sm:mb-1.5 sm:text-right">
            <ChangedFigure :now="row.now" :before="row.before" />
          </dd>
        </template>
      </dl>
      <template v-if="leaks.length">
        <h4 class="mt-3 font-semibold">{{ volumeWord(preferences.system) }}, leak by leak</h4>
        <dl class="grid gap-x-4 text-[13.5px] sm:grid-cols-[1fr_auto] sm:gap-y-1">
          <template v-for="leak in leaks" :key="leak.name">
            <dt>{{ leak.name }}</dt>
            <dd class="max-sm:mb-1.5 sm:text-right">
              <ChangedFigure :now="leak.now" :before="leak.before" />
            </dd>
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
