<script setup lang="ts">
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { api, Refusal } from '@/api/client'
import type { PlacementStep, PlacementSuggestion } from '@/api/types'
import { leakName, leaksOf, usualSensorIds } from '@/site/names'
import { acceptSuggestions } from '@/site/commands/installation'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import ChoiceField from '@/ui/ChoiceField.vue'
import { priceText } from '@/ui/price'
import SwitchField from '@/ui/SwitchField.vue'
import TickChoices from '@/ui/TickChoices.vue'
import { show } from '@/ui/units'
import { useFloorView } from './floorView'
import PlacementCurve from './PlacementCurve.vue'

/** Where to put how many sensors: the curve first, then each place and what it buys. */
const emit = defineEmits<{ propose: [suggestions: PlacementSuggestion[]] }>()
const view = useFloorView()
const open = useOpenPlan()
const preferences = usePreferences()
const plan = computed(() => open.plan!)

const kinds = computed(() =>
  plan.value.catalogue.sensors
    .filter((s) => s.kind !== 'rope')
    .map((s) => ({
      value: s.id,
      label: s.name,
      hint: priceText(s.price?.amount, plan.value.catalogue.currency),
    })),
)
const specIds = ref(usualSensorIds(plan.value))
const most = ref('6')
const mostChoices = ['1', '2', '3', '4', '6', '8', '10', '15', '20'].map((value) => ({ value, label: value }))
const barred = ref<string[]>([])
const rooms = computed(() =>
  plan.value.building.rooms.filter((r) => r.areas?.length).map((r) => ({ value: r.id, label: r.name })),
)
const moppedToo = ref(false)
const splashedToo = ref(false)

const steps = shallowRef<PlacementStep[]>([])
const at = ref(0)
const chosen = computed(() => steps.value.find((s) => s.sensors === at.value))
const working = shallowRef<AbortController | null>(null)
const error = ref('')
/** Set while the plan is the one the steps were found for. */
const isCurrent = ref(false)
let accepting = false

/** What a placement depends on; names and rules are no part of it. */
const drawing = computed(() =>
  JSON.stringify([
    plan.value.building.rooms,
    plan.value.building.doorways,
    plan.value.building.openings,
    plan.value.installation.sensors,
    plan.value.catalogue,
  ]),
)
watch(drawing, () => {
  if (!accepting) isCurrent.value = false
})

async function find() {
  stop()
  const work = new AbortController()
  working.value = work
  steps.value = []
  error.value = ''
  isCurrent.value = true
  const request = {
    mostSensors: Number(most.value),
    specIds: specIds.value,
    barredRoomIds: barred.value,
    moppedToo: moppedToo.value,
    splashedToo: splashedToo.value,
  }
  const take = (step: PlacementStep) => {
    steps.value = [...steps.value, step]
    // The last one that buys something; whoever has chosen another keeps it.
    if (!step.buysLittle) at.value = step.sensors
  }
  try {
    await api.placeSensors(plan.value, request, take, work.signal)
  } catch (failure) {
    if (!work.signal.aborted) {
      if (!(failure instanceof Refusal)) throw failure
      error.value = failure.at()
    }
  } finally {
    if (working.value === work) working.value = null
  }
}
function stop() {
  working.value?.abort()
  working.value = null
}
onBeforeUnmount(() => {
  stop()
  emit('propose', [])
})

const shown = computed(() => (isCurrent.value ? (chosen.value?.suggestions ?? []) : []))
watch(shown, (now) => emit('propose', now))

async function accept(suggestions: PlacementSuggestion[]) {
  accepting = true
  const label = suggestions.length === 1 ? 'sensor accepted' : 'sensors accepted'
  const done = await view.attempt(label, acceptSuggestions(suggestions))
  accepting = false
  if (!done) return
  const left = shown.value.filter((s) => !suggestions.includes(s))
  // What is left was found together with what was taken, and still buys what it says.
  steps.value = left.length
    ? steps.value.map((s) => (s === chosen.value ? { ...s, suggestions: left } : s))
    : []
  isCurrent.value = left.length > 0
}

const litres = (m3: number | null | undefined) =>
  m3 == null ? 'nothing heard' : show('volume', m3, preferences.system)
const now = computed(() => steps.value[0])
const gain = (suggestion: PlacementSuggestion) =>
  suggestion.gains.slice(0, 3).map((g) => ({
    id: g.leakId,
    name: leaksOf(plan.value).find((l) => l.leak.id === g.leakId)?.leak.name ?? g.leakId,
    after: litres(g.tripM3),
    without: g.withoutM3 == null ? 'nothing would hear it' : `${litres(g.withoutM3)} without it`,
  }))
const storeyOf = (suggestion: PlacementSuggestion) =>
  plan.value.building.rooms.find((r) => r.id === suggestion.roomId)?.storeyId
function look(suggestion: PlacementSuggestion) {
  view.storeyId = storeyOf(suggestion) ?? view.storeyId
}
</script>

<template>
  <section class="bg-sheet rounded-sm p-4">
    <h2 class="mb-1 text-lg font-bold">Where to put them</h2>
    <p class="text-faded mb-3 text-[13.5px]">
      The places that leave the least water out at the worst leak, beside the sensors that lie already.
    </p>
    <div class="space-y-3">
      <ChoiceField
        label="At most"
        :value="most"
        :choices="mostChoices"
        :apply="async (value) => void (most = value)"
      />
      <TickChoices label="Kinds" :values="specIds" :choices="kinds" :apply="(values) => (specIds = values)" />
      <details>
        <summary class="text-moss cursor-pointer font-semibold">
          Barred places{{ barred.length ? `: ${barred.length} rooms` : '' }}
        </summary>
        <div class="mt-2 space-y-2">
          <SwitchField label="Mopped floor too" :value="moppedToo" :apply="(v) => (moppedToo = v)" />
          <SwitchField label="Splashed floor too" :value="splashedToo" :apply="(v) => (splashedToo = v)" />
          <TickChoices
            label="None in these rooms"
            :values="barred"
            :choices="rooms"
            :apply="(values) => (barred = values)"
          />
        </div>
      </details>
      <div class="flex items-center gap-3">
        <button v-if="!working" type="button" class="act" @click="find">Find places</button>
        <button v-else type="button" class="act" @click="stop">Stop</button>
        <span v-if="working" role="status" class="text-faded">
          {{ Math.max(0, steps.length - 1) }} of {{ most }} found
        </span>
      </div>
      <p v-if="error" role="alert" class="text-clay font-semibold">{{ error }}</p>
    </div>

    <template v-if="steps.length && isCurrent">
      <PlacementCurve
        class="mt-4"
        :steps="steps"
        :most="Number(most)"
        :chosen="at"
        @choose="(n) => (at = n)"
      />
      <div v-if="chosen" aria-live="polite">
        <p class="mt-1">
          <strong class="figures text-river text-2xl">{{ litres(chosen.worstM3) }}</strong>
          at worst{{ chosen.worstLeakId ? `, ${leakName(plan, chosen.worstLeakId)}` : '' }}
        </p>
        <p class="text-faded text-[13.5px]">
          now {{ litres(now?.worstM3)
          }}<template v-if="now?.unheardLeakIds.length"
            >, and {{ now.unheardLeakIds.length }} leaks that nothing hears</template
          >;
          {{ chosen.price == null ? 'a price is missing' : priceText(chosen.price, plan.catalogue.currency) }}
          for {{ chosen.sensors }} more
        </p>
        <p v-if="chosen.unheardLeakIds.length" class="text-clay text-[13.5px] font-semibold">
          Still not heard: {{ chosen.unheardLeakIds.map((id) => leakName(plan, id)).join('; ') }}
        </p>
        <p v-if="chosen.buysLittle" class="text-ochre text-[13.5px] font-semibold">
          The last one more buys less than a tenth.
        </p>
      </div>
      <ol class="mt-3 space-y-3">
        <li v-for="(suggestion, i) in shown" :key="suggestion.name" class="border-rule border-t pt-2">
          <div class="flex items-start justify-between gap-2">
            <button type="button" class="min-w-0 text-left" @click="look(suggestion)">
              <span class="figures text-moss mr-1 font-bold">{{ i + 1 }}</span>
              <span class="font-semibold">{{ suggestion.name }}</span>
              <span class="text-faded block text-[13px]">
                {{ plan.catalogue.sensors.find((s) => s.id === suggestion.specId)?.name }}, at
                {{ show('length', suggestion.at.acrossM, preferences.system) }},
                {{ show('length', suggestion.at.downM, preferences.system) }}
              </span>
            </button>
            <button
              type="button"
              class="act-quiet shrink-0 py-0.5!"
              :aria-label="`Accept ${suggestion.name}`"
              @click="accept([suggestion])"
            >
              Accept
            </button>
          </div>
          <ul class="text-[13px]">
            <li v-for="bought in gain(suggestion)" :key="bought.id">
              {{ bought.name }}: <span class="figures font-bold">{{ bought.after }}</span>,
              {{ bought.without }}
            </li>
            <li v-if="suggestion.gains.length > 3" class="text-faded">
              and {{ suggestion.gains.length - 3 }} more leaks
            </li>
          </ul>
        </li>
      </ol>
      <button v-if="shown.length > 1" type="button" class="act mt-3" @click="accept(shown)">
        Accept all {{ shown.length }}
      </button>
      <p v-if="shown.length" class="text-faded mt-2 text-[13px]">
        An accepted sensor joins the rules that listen in its room, or else those that close.
      </p>
    </template>
    <p v-else-if="steps.length" class="text-faded mt-3">The drawing has changed. Find places again.</p>
  </section>
</template>
