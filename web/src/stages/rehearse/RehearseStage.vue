<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import { api } from '@/api/client'
import type { Fault, Mode } from '@/api/types'
import { leaksOf } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { usePreferences } from '@/site/preferences'
import AnswerField from '@/ui/AnswerField.vue'
import ChangedFigure from '@/ui/ChangedFigure.vue'
import ChoiceField from '@/ui/ChoiceField.vue'
import { lostText, runningText } from '@/ui/outcomes'
import SeverityMark from '@/ui/SeverityMark.vue'
import { duration, show, showBounds, timeOfDay, volumeWord } from '@/ui/units'
import { causeWords, modes, modeWords, outcomeWords } from '@/ui/words'
import { useAskedRehearsal } from './asked'
import EventList from './EventList.vue'
import FaultPicker from './FaultPicker.vue'
import { writeMeanwhile } from '@/site/meanwhile'
import OutcomeTable from './OutcomeTable.vue'
import PhaseTable from './PhaseTable.vue'
import RehearsalControls from './RehearsalControls.vue'
import RehearsalFloor from './RehearsalFloor.vue'
import ToldList from './ToldList.vue'
import TimeStrip from './TimeStrip.vue'

// Views of their own, fetched when they are looked at.
const FaultMatrix = defineAsyncComponent(() => import('./FaultMatrix.vue'))
const TrustView = defineAsyncComponent(() => import('./trust/TrustView.vue'))
const MeanwhileList = defineAsyncComponent(() => import('./MeanwhileList.vue'))
const KeptCases = defineAsyncComponent(() => import('./KeptCases.vue'))

const open = useOpenPlan()
const preferences = usePreferences()
const route = useRoute()
const { asked, ask } = useAskedRehearsal()

const plan = computed(() => open.plan!)
const leaks = computed(() => leaksOf(plan.value))
const leakId = computed(() => asked.value.leakId)
const mode = computed(() => asked.value.mode)
const broken = computed(() => asked.value.faults)
const meanwhile = computed(() => writeMeanwhile(asked.value.meanwhile))
const view = computed(() => String(route.query.view ?? ''))
const leakChoices = computed(() =>
  leaks.value.map((l) => ({ value: l.leak.id, label: `${l.leak.name}, ${l.room.name}` })),
)
const modeChoices = modes.map((m) => ({ value: m, label: modeWords[m] }))

const { data, trouble } = usePlanQuery(
  () => ['rehearsal', leakId.value, mode.value, broken.value.join(), meanwhile.value],
  (of, signal) => api.rehearse(of, leakId.value, mode.value, broken.value, meanwhile.value, signal),
  { isAsked: () => leakId.value !== '', showsTrouble: true },
)
const rehearsed = computed(() => (leakId.value ? (data.value ?? null) : null))

/** Another rehearsal of the leak, laid over it: with nothing broken, with nothing happening meanwhile, or in another mode. */
const over = ref<Mode | 'sound' | 'undisturbed' | ''>('')
const overChoices = computed(() => [
  { value: '' as const, label: 'Nothing' },
  ...(broken.value.length ? [{ value: 'sound' as const, label: 'Nothing broken' }] : []),
  ...(meanwhile.value ? [{ value: 'undisturbed' as const, label: 'Nothing meanwhile' }] : []),
  ...modeChoices.filter((m) => m.value !== mode.value),
])
const overAsked = computed(() => {
  const chosen = overChoices.value.find((c) => c.value === over.value)
  if (!chosen?.value) return null
  const same = { name: chosen.label, mode: mode.value, broken: broken.value, meanwhile: meanwhile.value }
  if (chosen.value === 'sound') return { ...same, broken: [] }
  return chosen.value === 'undisturbed' ? { ...same, meanwhile: '' } : { ...same, mode: chosen.value }
})
const { data: overData } = usePlanQuery(
  () => [
    'rehearsal',
    leakId.value,
    overAsked.value?.mode,
    overAsked.value?.broken.join(),
    overAsked.value?.meanwhile,
  ],
  (of, signal) => {
    const { mode: other, broken: faults, meanwhile: steps } = overAsked.value!
    return api.rehearse(of, leakId.value, other, faults, steps, signal)
  },
  { isAsked: () => leakId.value !== '' && overAsked.value !== null },
)

/** Both are fetched once they are asked for, or have something to show. */
const isKeptOpened = ref(false)
const isKeptShown = computed(() => isKeptOpened.value || (plan.value.cases ?? []).length > 0)
const isMeanwhileOpened = ref(false)
const isMeanwhileShown = computed(() => isMeanwhileOpened.value || meanwhile.value !== '')

/** The moment that is looked at; at first when the valve starts to turn, or else the last event. */
const atS = ref(0)
let shownOf = ''
watch(
  rehearsed,
  (now) => {
    const shown = now && `${now.leakId} ${now.mode} ${broken.value.join()}`
    if (!shown || shownOf === shown) return
    shownOf = shown
    atS.value = (now.events.find((e) => e.kind === 'valveMoves') ?? now.events.at(-1))?.timeS ?? 0
  },
  { immediate: true },
)

/** What it came to when the plan was saved; with something broken or happening, what it comes to without. */
const isDisturbed = computed(() => broken.value.length > 0 || meanwhile.value !== '')
const before = computed(() =>
  open.outcomeOf(isDisturbed.value ? open.assessment : open.savedAssessment, leakId.value, mode.value),
)
const stopsAfter = (seconds: number | null | undefined) => (seconds == null ? 'never' : duration(seconds))
/** The leaks that began meanwhile, and what all of them come to. */
const others = computed(() =>
  (rehearsed.value?.others ?? []).map((other) => ({
    ...other,
    name: leaks.value.find((l) => l.leak.id === other.leakId)?.leak.name,
    lost: other.lostM3 == null ? 'no end' : show('volume', other.lostM3, preferences.system),
  })),
)

const go = (query: { leak?: string; mode?: Mode; faults?: Fault[] }) =>
  ask({ ...query, ...(query.leak ? { leakId: query.leak } : {}) })
const views = [
  { name: 'One leak', view: '' },
  { name: 'Each fault', view: 'faults' },
  { name: 'How far to trust it', view: 'trust' },
]
</script>

<template>
  <div class="mx-auto max-w-6xl">
    <h1 class="mb-3 text-2xl leading-tight font-bold">Rehearse</h1>
    <p v-if="leaks.length === 0" class="text-faded">
      No leak point yet.
      <RouterLink class="text-moss underline" :to="`/sites/${open.siteId}/rooms`"
        >Add one in a room</RouterLink
      >
      first.
    </p>
    <template v-else>
      <nav
        class="border-rule bg-sheet mb-4 inline-flex flex-wrap gap-px rounded-sm border p-0.5"
        aria-label="What is looked at"
      >
        <RouterLink
          v-for="shown in views"
          :key="shown.name"
          class="rounded-xs px-3 py-1 max-md:min-h-11 max-md:px-2.5 max-md:py-2.5"
          :class="view === shown.view ? 'bg-moss text-on-moss font-semibold' : 'hover:bg-moss-wash'"
          :aria-current="view === shown.view ? 'page' : undefined"
          :to="{ query: shown.view ? { view: shown.view } : {} }"
          >{{ shown.name }}</RouterLink
        >
      </nav>
      <FaultMatrix v-if="view === 'faults'" @pick="go" />
      <TrustView v-else-if="view === 'trust'" />
      <template v-else>
        <div class="mb-5 grid gap-x-5 gap-y-3 sm:grid-cols-[minmax(0,1fr)_auto_minmax(11rem,auto)]">
          <ChoiceField label="Leak" :value="leakId" :choices="leakChoices" :apply="(leak) => go({ leak })" />
          <AnswerField
            label="Mode"
            :value="mode"
            :choices="modeChoices"
            :apply="(chosen) => go({ mode: chosen })"
          />
          <FaultPicker :model-value="broken" @update:model-value="(chosen) => go({ faults: chosen })" />
        </div>
        <button
          v-if="!isMeanwhileShown"
          type="button"
          class="act-quiet mb-3 -ml-2"
          @click="isMeanwhileOpened = true"
        >
          + What happens meanwhile
        </button>
        <MeanwhileList
          v-else
          class="mb-5"
          :plan="plan"
          :asked="asked"
          :at-s="atS"
          @change="(steps) => ask({ meanwhile: steps })"
        />
        <p v-if="trouble" role="alert" class="text-clay font-semibold">{{ trouble }}</p>
        <div v-if="rehearsed" class="grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_19rem]">
          <div class="min-w-0">
            <div class="mb-3 flex flex-wrap items-end gap-x-8 gap-y-2" aria-live="polite">
              <div>
                <span class="text-faded block text-[13px]">{{
                  `${volumeWord(preferences.system)} lost${isDisturbed ? ', undisturbed and so' : ''}`
                }}</span>
                <ChangedFigure
                  data-testid="escape"
                  class="text-4xl leading-none font-bold sm:text-5xl"
                  :class="rehearsed.endless ? 'text-clay' : 'text-river'"
                  :now="lostText(rehearsed, preferences.system)"
                  :before="before && lostText(before, preferences.system)"
                />
              </div>
              <div>
                <span class="text-faded block text-[13px]">Flow stops after</span>
                <ChangedFigure
                  class="text-xl font-bold"
                  :now="stopsAfter(rehearsed.stopsAfterS)"
                  :before="before && stopsAfter(before.stopsAfterS)"
                />
              </div>
              <div>
                <span class="text-faded block text-[13px]">Flow, valve open</span>
                <span class="figures text-xl font-bold">{{
                  showBounds('flow', rehearsed.flowM3PerS, preferences.system)
                }}</span>
              </div>
              <ChoiceField
                class="ml-auto w-40"
                label="Laid over it"
                :value="overAsked ? over : ''"
                :choices="overChoices"
                :apply="async (chosen) => void (over = chosen)"
              />
            </div>
            <p v-if="rehearsed.startMin != null" class="text-faded mb-3">
              It begins at <span class="figures font-semibold">{{ timeOfDay(rehearsed.startMin) }}</span>{{
                asked.meanwhile.some((s) => s.kind === 'timeIs') ? '' : ', the worst time of day for it'
              }}.
            </p>
            <p v-if="rehearsed.cause" class="text-clay mb-3 flex items-start gap-2 font-semibold">
              <SeverityMark severity="stop" class="mt-1" />
              <span>
                {{ causeWords[rehearsed.cause] }}
                <template v-if="rehearsed.residualM3PerS != null">
                  {{ show('flow', rehearsed.residualM3PerS, preferences.system) }} runs on,
                  {{ show('volume', rehearsed.residualM3PerS * 86400, preferences.system) }} a day.
                </template>
                <template v-else
                  >{{ runningText(rehearsed, preferences.system) }} at the most runs on.</template
                >
              </span>
            </p>
            <p v-if="others.length" class="mb-3" data-testid="others">
              <template v-for="other in others" :key="other.leakId">
                {{ other.name }}, from {{ duration(other.startsS) }}:
                <span class="figures font-bold" :class="other.endless ? 'text-clay' : 'text-river'">{{
                  other.lost
                }}</span>.
              </template>
              All together:
              <span
                class="figures text-xl font-bold"
                :class="rehearsed.allLostM3 == null ? 'text-clay' : 'text-river'"
                >{{
                  rehearsed.allLostM3 == null
                    ? 'no end'
                    : show('volume', rehearsed.allLostM3, preferences.system)
                }}</span
              >
            </p>
            <p v-if="!rehearsed.cause" class="text-faded mb-3">
              The stop valve {{ outcomeWords[rehearsed.outcome] }}.
            </p>
            <div class="flex flex-col gap-3 lg:flex-row">
              <TimeStrip
                v-model="atS"
                class="min-w-0 grow"
                :rehearsed="rehearsed"
                :plan="plan"
                :over="overAsked && overData"
                :over-name="overAsked?.name"
              />
              <RehearsalFloor class="shrink-0 lg:w-64" :rehearsed="rehearsed" :plan="plan" :at-s="atS" />
            </div>
          </div>
          <RehearsalControls class="lg:row-span-2" :rehearsed="rehearsed" :plan="plan" />
          <div class="grid h-fit min-w-0 gap-x-8 gap-y-6 md:grid-cols-2">
            <EventList :rehearsed="rehearsed" :plan="plan" />
            <ToldList :rehearsed="rehearsed" :plan="plan" />
            <PhaseTable v-if="rehearsed.spans.length" :rehearsed="rehearsed" />
          </div>
        </div>
        <button v-if="!isKeptShown" type="button" class="act-quiet mt-6 -ml-2" @click="isKeptOpened = true">
          Keep this rehearsal
        </button>
        <KeptCases
          v-else
          class="mt-8"
          :plan="plan"
          :asked="asked"
          :rehearsed="rehearsed"
          @pick="({ leakId, mode, faults, meanwhile }) => ask({ leakId, mode, faults, meanwhile })"
        />
        <OutcomeTable class="mt-8" :leak-id="leakId" :mode="mode" @pick="go" />
        <p class="text-faded mt-4 max-w-prose text-[13px]">
          Estimates to compare choices by, with every unknown taken as it gives the most water. What closes
          here is only proved by a test with water on site.
        </p>
      </template>
    </template>
  </div>
</template>
