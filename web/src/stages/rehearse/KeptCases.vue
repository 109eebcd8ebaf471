<script setup lang="ts">
import { computed } from 'vue'
import type { Plan, Rehearsed, RehearsalCase } from '@/api/types'
import { keepCase, removeCase } from '@/site/commands/cases'
import { freshId, leaksOf } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import SeverityMark from '@/ui/SeverityMark.vue'
import { show } from '@/ui/units'
import { faultWords, meanwhileWords, modeWords } from '@/ui/words'
import type { AskedRehearsal } from '@/site/meanwhile'

/** Rehearsals that are kept with the plan, and must go on losing no more than they did. */
const props = defineProps<{ plan: Plan; asked: AskedRehearsal; rehearsed: Rehearsed | null }>()
const emit = defineEmits<{ pick: [kept: RehearsalCase] }>()

const open = useOpenPlan()
const preferences = usePreferences()
const litres = (m3: number) => show('volume', m3, preferences.system)

/** Kept to a tenth of a litre, upwards. */
const mostM3 = computed(() => {
  const lost = props.rehearsed?.allLostM3
  return lost == null ? null : Math.ceil(lost * 1e4 - 1e-6) / 1e4
})
const name = computed(() => {
  const { leakId, mode, faults, meanwhile } = props.asked
  const leak = leaksOf(props.plan).find((l) => l.leak.id === leakId)?.leak.name ?? ''
  return [
    leak,
    modeWords[mode].toLowerCase(),
    ...faults.map((f) => faultWords[f].short),
    ...meanwhile.map((m) => meanwhileWords[m.kind].toLowerCase()),
  ]
    .join(', ')
    .slice(0, 120)
})
const keep = () =>
  open.edit(
    'rehearsal kept',
    keepCase({
      id: freshId('case', props.plan.cases ?? []),
      name: name.value,
      leakId: props.asked.leakId,
      mode: props.asked.mode,
      faults: props.asked.faults,
      meanwhile: props.asked.meanwhile,
      mostM3: mostM3.value!,
    }),
  )
const rows = computed(() =>
  (props.plan.cases ?? []).map((kept) => {
    const now = open.assessment?.cases.find((c) => c.caseId === kept.id)
    return { kept, now }
  }),
)
</script>

<template>
  <section aria-label="Kept rehearsals">
    <h2 class="mb-2 font-bold">Kept rehearsals</h2>
    <ul v-if="rows.length" class="mb-3 space-y-1">
      <li
        v-for="{ kept, now } in rows"
        :key="kept.id"
        class="bg-sheet grid grid-cols-[auto_1fr] items-center gap-x-3 rounded-sm px-3 py-2 sm:grid-cols-[auto_1fr_auto]"
      >
        <SeverityMark v-if="now && !now.holds" severity="stop" />
        <span v-else class="text-moss font-bold" aria-hidden="true">✓</span>
        <button
          type="button"
          class="hover:bg-moss-wash min-w-0 text-left max-md:min-h-11"
          @click="emit('pick', kept)"
        >
          {{ kept.name }}
          <span class="figures text-[13.5px]" :class="now && !now.holds ? 'text-clay' : 'text-faded'">
            <template v-if="now">{{
              `${now.holds ? 'holds' : 'broken'}: ${now.lostM3 == null ? 'no end' : litres(now.lostM3)}, ${litres(kept.mostM3)} at the most`
            }}</template>
          </span>
        </button>
        <button
          type="button"
          class="act-quiet text-clay max-sm:col-start-2 max-sm:-ml-2 max-sm:justify-self-start"
          :aria-label="`Take out: ${kept.name}`"
          @click="open.edit('rehearsal taken out', removeCase(kept.id))"
        >
          Take out
        </button>
      </li>
    </ul>
    <button v-if="mostM3 !== null" type="button" class="act" @click="keep">
      Keep this one: no more than {{ litres(mostM3) }}
    </button>
    <p v-else class="text-faded text-[13.5px]">
      This one has no end: mend it first, then it can be kept as one that must go on holding.
    </p>
    <p class="text-faded mt-2 max-w-prose text-[13px]">
      A kept rehearsal is run again after each change of the plan. One that loses more than it may is a
      finding.
    </p>
  </section>
</template>
