<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import type { Rule } from '@/api/types'
import { driveIndexOn } from '@/site/drives'
import { editRule, removeRule } from '@/site/commands/installation'
import { valveName } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { usePreferences } from '@/site/preferences'
import { hears } from '@/site/rules'
import AnswerField from '@/ui/AnswerField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import SwitchField from '@/ui/SwitchField.vue'
import TextField from '@/ui/TextField.vue'
import TickChoices from '@/ui/TickChoices.vue'
import { show } from '@/ui/units'
import { modes, modeWords, type Choice } from '@/ui/words'
import RuleText from './RuleText.vue'

/** One rule: its sentence on top, its parts below. */
const props = defineProps<{
  rule: Rule
  index: number
  /** Whether only its sentence is shown at first. */
  folded?: boolean
}>()
const isShown = ref(!props.folded)
/** The two views of one rule. */
const shownAs = ref<'fields' | 'text'>('fields')

const open = useOpenPlan()
const preferences = usePreferences()

const sensors = computed(() => open.plan!.installation.sensors.map((s) => ({ value: s.id, label: s.name })))
const mains = computed(() =>
  open
    .plan!.building.stopValves.filter((m) => driveIndexOn(open.plan!, m.id) >= 0)
    .map((m) => ({ value: m.id, label: m.name })),
)
const modeChoices = modes.map((mode) => ({ value: mode, label: modeWords[mode] }))
const actions: Choice<Rule['action']>[] = [
  { value: 'close', label: 'Tell, and close' },
  { value: 'tellOnly', label: 'Only tell' },
]

const sentence = computed(() => {
  const { rule } = props
  const time = (seconds: number) => show('duration', seconds, preferences.system)
  const named = (ids: string[]) => ids.map((id) => sensors.value.find((s) => s.value === id)?.label ?? id)
  const isSeveral = (rule.atLeast ?? 1) > 1
  const [sensor, some] = isSeveral
    ? [`any ${rule.atLeast} sensors`, `any ${rule.atLeast} of`]
    : ['any sensor', 'any of']
  const who = rule.allBut
    ? rule.sensorIds.length === 0
      ? sensor
      : `${sensor} but ${named(rule.sensorIds).join(' and ')}`
    : rule.sensorIds.length === 0
      ? 'no sensor'
      : rule.sensorIds.length === 1
        ? named(rule.sensorIds)[0]!
        : `${some} ${rule.sensorIds.length} sensors`
  const when =
    rule.modes.length === 0
      ? 'in no mode'
      : rule.modes.length === modes.length
        ? 'in every mode'
        : `when ${rule.modes.map((m) => modeWords[m].toLowerCase()).join(' or ')}`
  const valves = rule.stopValveIds.map((id) => valveName(open.plan!, id))
  const which = valves.length ? ` ${valves.join(' and ')}` : ''
  const then =
    rule.action === 'tellOnly'
      ? 'only tell'
      : `tell, then close${which} ${rule.delayS === 0 ? 'at once' : `after ${time(rule.delayS)}`}${rule.cancelIfDry && rule.delayS > 0 ? ' unless it dries' : ''}`
  return `If ${who} ${isSeveral ? 'stay' : 'stays'} wet for ${time(rule.confirmS)} ${when}: ${then}.`
})

const ids = computed(() => sensors.value.map((s) => s.value))
const heard = computed(() => ids.value.filter((id) => hears(props.rule, id)))
/** All there are, and each that is added, while nobody is named. */
const contacts = computed(() =>
  (open.plan!.installation.contacts ?? []).map((c) => ({ value: c.id, label: c.name })),
)
const told = computed(() => props.rule.tellIds ?? contacts.value.map((c) => c.value))
const setTold = (values: string[]) =>
  set('told', (r) => void (r.tellIds = values.length === contacts.value.length ? null : values))

/** What they read, by the first sensor that it listens to. */
const { data: written } = usePlanQuery(
  () => ['writtenRule', props.rule.id],
  (plan, signal) => api.writeRule(plan, props.rule.id, signal),
  { isAsked: isShown },
)

const others = (some: string[]) => ids.value.filter((id) => !some.includes(id))
const setHeard = (values: string[]) =>
  set('sensors', (r) => void (r.sensorIds = r.allBut ? others(values) : values))
/** What it listens to now stays as it is. */
const setAllBut = (allBut: boolean) =>
  set('added sensors', (r) => {
    const { sensorIds } = r
    r.sensorIds = (r.allBut ?? false) === allBut ? sensorIds : others(sensorIds)
    r.allBut = allBut
  })

const set = (what: string, change: (rule: Rule) => void) =>
  open.edit(`rule ${props.rule.id} ${what}`, editRule(props.rule.id, change))
</script>

<template>
  <li class="bg-sheet rounded-sm p-4">
    <button
      v-if="folded"
      type="button"
      class="hover:bg-moss-wash flex w-full items-baseline gap-2 text-left"
      :aria-expanded="isShown"
      @click="isShown = !isShown"
    >
      <span class="text-moss w-3 shrink-0" aria-hidden="true">{{ isShown ? '−' : '+' }}</span>
      <span>
        <span class="text-faded block text-[13px]">{{ rule.name }}</span>
        <span class="text-[17px]">{{ sentence }}</span>
      </span>
    </button>
    <p v-else class="text-[17px]">{{ sentence }}</p>
    <div v-if="isShown" class="mt-2 flex gap-1">
      <button
        v-for="view in ['fields', 'text'] as const"
        :key="view"
        type="button"
        class="rounded-xs px-2.5 py-1 max-md:min-h-11"
        :class="view === shownAs ? 'bg-moss text-on-moss font-semibold' : 'hover:bg-moss-wash'"
        :aria-pressed="view === shownAs"
        @click="shownAs = view"
      >
        {{ view === 'fields' ? 'By fields' : 'As text' }}
      </button>
    </div>
    <RuleText v-if="isShown && shownAs === 'text'" class="mt-3" :rule="rule" />
    <div v-if="isShown && shownAs === 'fields'" class="mt-3 grid gap-x-5 gap-y-4 sm:grid-cols-2">
      <TextField
        label="Name"
        :value="rule.name"
        required
        :apply="(text) => set('name', (r) => void (r.name = text))"
        :pointer="`/installation/rules/${index}/name`"
      />
      <AnswerField
        label="Then"
        :value="rule.action"
        :choices="actions"
        :apply="(action) => set('action', (r) => void (r.action = action))"
        :pointer="`/installation/rules/${index}/action`"
      />
      <TickChoices
        class="sm:col-span-2"
        label="In these modes"
        :values="rule.modes"
        :choices="modeChoices"
        :apply="(values) => set('modes', (r) => void (r.modes = values))"
      />
      <MeasureField
        label="Confirming time"
        kind="duration"
        how="How long it must stay wet: against splashes."
        required
        :values="[rule.confirmS]"
        :apply="(v) => set('confirming time', (r) => void (r.confirmS = v![0]!))"
        :pointer="`/installation/rules/${index}/confirmS`"
      />
      <MeasureField
        label="So many wet at once"
        kind="number"
        how="More than one is against false alarms: a leak that wets one sensor then closes nothing."
        empty-word="one is enough"
        :values="one(rule.atLeast)"
        :apply="(v) => set('how many', (r) => void (r.atLeast = v?.[0] ?? null))"
        :pointer="`/installation/rules/${index}/atLeast`"
      />
      <TickChoices
        v-if="contacts.length"
        class="sm:col-span-2"
        label="Tells"
        :values="told"
        :choices="contacts"
        :apply="setTold"
      />
      <div v-if="rule.action === 'close'">
        <MeasureField
          label="Delay before closing"
          kind="duration"
          how="From telling to closing."
          required
          :values="[rule.delayS]"
          :apply="(v) => set('delay', (r) => void (r.delayS = v![0]!))"
          :pointer="`/installation/rules/${index}/delayS`"
        />
        <SwitchField
          class="mt-2"
          label="Cancelled if it dries meanwhile"
          :value="rule.cancelIfDry"
          :apply="(on) => set('cancelled if dry', (r) => void (r.cancelIfDry = on))"
        />
      </div>
      <TickChoices
        v-if="rule.action === 'close' && (mains.length > 1 || rule.stopValveIds?.length)"
        class="sm:col-span-2"
        label="These stop valves; none ticked is every one with a drive"
        :values="rule.stopValveIds ?? []"
        :choices="mains"
        :apply="(values) => set('mains', (r) => void (r.stopValveIds = values))"
      />
      <TickChoices
        class="sm:col-span-2"
        label="Any of these sensors"
        :values="heard"
        :choices="sensors"
        :apply="setHeard"
      />
      <SwitchField
        class="sm:col-span-2"
        label="And any sensor that is added"
        :value="rule.allBut ?? false"
        :apply="setAllBut"
      />
    </div>
    <p v-if="isShown && written?.message" class="mt-3 max-w-prose text-[13.5px]">
      Those who are told read: <q>{{ written.message }}</q>
    </p>
    <button
      v-if="isShown"
      type="button"
      class="act-quiet text-clay mt-3 -ml-2"
      @click="open.edit('rule removed', removeRule(rule.id))"
    >
      Take this rule out
    </button>
  </li>
</template>
