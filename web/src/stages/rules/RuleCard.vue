<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api } from '@/api/client'
import type { Rule, RuleTrigger } from '@/api/types'
import { driveIndexOn } from '@/site/drives'
import { editRule, removeRule } from '@/site/commands/installation'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { usePreferences } from '@/site/preferences'
import { usePressedAgain } from '@/site/pressedAgain'
import { ignore, listen, names } from '@/site/rules'
import { tagsOf } from '@/site/tags'
import AnswerField from '@/ui/AnswerField.vue'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import SwitchField from '@/ui/SwitchField.vue'
import TextField from '@/ui/TextField.vue'
import HoursField from '@/ui/HoursField.vue'
import TimeField from '@/ui/TimeField.vue'
import TickChoices from '@/ui/TickChoices.vue'
import { modes, modeWords, triggerChoices, type Choice } from '@/ui/words'
import RuleText from './RuleText.vue'
import RuleVerdict from './RuleVerdict.vue'
import { sentenceOf } from './sentence'

/** One rule: its sentence on top, its parts below. */
const props = defineProps<{
  rule: Rule
  index: number
  /** Whether only its sentence is shown at first. */
  folded?: boolean
}>()
const isShown = ref(!props.folded)
/** What a finding leads to is unfolded. */
const pointer = computed(() => `/installation/rules/${props.index}`)
const route = useRoute()
const again = usePressedAgain()
watch(
  () => [route.query.at, again.value] as const,
  ([at]) => {
    if (`${at as string}/`.startsWith(`${pointer.value}/`)) isShown.value = true
  },
  { immediate: true },
)
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
  { value: 'open', label: 'Tell, and open' },
]
/** What bars a rule from opening the valve again. */
const holds: Choice<NonNullable<Rule['hold']>>[] = [
  { value: 'untilDry', label: 'Until dry' },
  { value: 'untilReset', label: 'Until somebody resets it' },
]

const sentence = computed(() => sentenceOf(props.rule, open.plan!, preferences.system))

const trigger = computed<RuleTrigger>(() => props.rule.trigger ?? 'sensorWet')
const isOfSensors = computed(() => trigger.value in soWords)
/** What a sensor is that a rule of sensors waits for. */
const soWords: Partial<Record<RuleTrigger, string>> = {
  sensorWet: 'wet',
  sensorSilent: 'silent',
  sensorCold: 'cold',
}
/** What its time is of: what it waits for must be so for that long. */
const waits: Record<RuleTrigger, { label: string; how: string }> = {
  sensorWet: { label: 'Confirming time', how: 'How long it must stay wet: against splashes.' },
  sensorSilent: { label: 'Silent for', how: 'Two or three of its reports that do not come.' },
  modeComes: { label: 'After', how: 'How long the mode must have lasted.' },
  mainsFails: { label: 'Failed for', how: 'Against short dips.' },
  internetFails: { label: 'Failed for', how: 'Against short breaks.' },
  buttonPressed: { label: 'Held for', how: 'None: at once when it is pressed.' },
  sensorCold: { label: 'Cold for', how: 'Against a door that stands open.' },
  valveMoved: {
    label: 'Turned for',
    how: 'None: at once when it is turned. Under a minute, or it never acts.',
  },
  valveFails: { label: 'Failed for', how: 'None: at once when its report does not come.' },
  timeComes: { label: '', how: '' },
}
const setTrigger = (chosen: RuleTrigger) =>
  set('waits for', (r) => void (r.trigger = chosen === 'sensorWet' ? null : chosen))

const buttons = computed(() =>
  (open.plan!.installation.buttons ?? []).map((b) => ({ value: b.id, label: b.name })),
)
const pressed = computed(() => props.rule.buttonIds ?? buttons.value.map((b) => b.value))
const setPressed = (values: string[]) =>
  set('buttons', (r) => void (r.buttonIds = values.length === buttons.value.length ? null : values))
const switches = computed(() =>
  (open.plan!.installation.switches ?? []).map((s) => ({ value: s.id, label: s.name })),
)
const setStopped = (values: string[]) =>
  set('switches', (r) => void (r.stopSwitchIds = values.length ? values : null))

const ids = computed(() => sensors.value.map((s) => s.value))
const heard = computed(() =>
  open.plan!.installation.sensors.filter((s) => names(props.rule, s)).map((s) => s.id),
)
/** Where sensors lie: a rule may be for all of some rooms, and each that is added there. */
const rooms = computed(() => {
  const { building, installation } = open.plan!
  return building.rooms
    .filter((r) => installation.sensors.some((s) => s.roomId === r.id) || props.rule.roomIds?.includes(r.id))
    .map((r) => ({ value: r.id, label: r.name }))
})
const setRooms = (values: string[]) =>
  set('rooms', (r) => ofGroup(r, { roomIds: values.length ? values : null }))
/** A rule that named its sensors is for all of the group from now on. */
function ofGroup(rule: Rule, group: Pick<Rule, 'roomIds'> | Pick<Rule, 'tags'>) {
  Object.assign(rule, group)
  if ((rule.roomIds || rule.tags) && !rule.allBut) Object.assign(rule, { allBut: true, sensorIds: [] })
}
/** Those of the sensors, and the rule's own. */
const tags = computed(() => {
  const all = [...tagsOf(open.plan!), ...(props.rule.tags ?? [])]
  return [...new Set(all)].sort().map((tag) => ({ value: tag, label: tag }))
})
const setTags = (values: string[]) => set('tags', (r) => ofGroup(r, { tags: values.length ? values : null }))
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
  set('sensors', (r) => {
    const { sensors: all } = open.plan!.installation
    const joining = all.filter((s) => values.includes(s.id) && !names(r, s))
    const leaving = all.filter((s) => !values.includes(s.id) && names(r, s))
    listen(r, joining, all)
    ignore(
      r,
      leaving.map((s) => s.id),
    )
  })
/** What it listens to now stays as it is. */
const setAllBut = (allBut: boolean) =>
  set('added sensors', (r) =>
    Object.assign(r, {
      allBut,
      roomIds: null,
      tags: null,
      sensorIds: allBut ? others(heard.value) : heard.value,
    }),
  )

const set = (what: string, change: (rule: Rule) => void) =>
  open.edit(`rule ${props.rule.id} ${what}`, editRule(props.rule.id, change))
</script>

<template>
  <li class="bg-sheet scroll-mt-20 rounded-sm p-4" :data-pointer="pointer">
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
    <RuleVerdict :rule="rule" :class="{ 'ml-5': folded }" />
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
      <ChoiceField
        label="Waits for"
        :value="trigger"
        :choices="triggerChoices"
        :apply="setTrigger"
        :pointer="`/installation/rules/${index}/trigger`"
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
        :label="trigger === 'modeComes' ? 'When one of these comes' : 'In these modes'"
        :values="rule.modes"
        :choices="modeChoices"
        :apply="(values) => set('modes', (r) => void (r.modes = values))"
      />
      <HoursField
        class="sm:col-span-2"
        label="Only at some hours"
        :value="rule.hours ?? null"
        :first="{ fromMin: 22 * 60, untilMin: 6 * 60 }"
        :apply="(hours) => set('hours', (r) => void (r.hours = hours))"
        :pointer="`/installation/rules/${index}/hours`"
      />
      <TimeField
        v-if="trigger === 'timeComes'"
        class="w-32"
        label="At"
        :value="rule.atMin ?? null"
        :apply="(min) => set('time of day', (r) => void (r.atMin = min))"
        :pointer="`/installation/rules/${index}/atMin`"
      />
      <MeasureField
        v-if="trigger === 'sensorCold'"
        label="Colder than"
        kind="temperature"
        how="Pipes freeze below 0 °C; act some degrees before."
        empty-word="not said: it never acts"
        :values="one(rule.colderThanC)"
        :apply="(v) => set('colder than', (r) => void (r.colderThanC = v?.[0] ?? null))"
        :pointer="`/installation/rules/${index}/colderThanC`"
      />
      <MeasureField
        v-if="trigger !== 'timeComes'"
        :label="waits[trigger].label"
        kind="duration"
        :how="waits[trigger].how"
        required
        :values="[rule.confirmS]"
        :apply="(v) => set('confirming time', (r) => void (r.confirmS = v![0]!))"
        :pointer="`/installation/rules/${index}/confirmS`"
      />
      <MeasureField
        v-if="isOfSensors"
        :label="`So many ${soWords[trigger]} at once`"
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
      <div v-if="rule.action !== 'tellOnly'">
        <MeasureField
          :label="rule.action === 'open' ? 'Delay before opening' : 'Delay before closing'"
          kind="duration"
          :how="rule.action === 'open' ? 'From telling to opening.' : 'From telling to closing.'"
          required
          :values="[rule.delayS]"
          :apply="(v) => set('delay', (r) => void (r.delayS = v![0]!))"
          :pointer="`/installation/rules/${index}/delayS`"
        />
        <SwitchField
          class="mt-2"
          :label="
            trigger === 'sensorWet' ? 'Cancelled if it dries meanwhile' : 'Cancelled if it is over meanwhile'
          "
          :value="rule.cancelIfDry"
          :apply="(on) => set('cancelled if dry', (r) => void (r.cancelIfDry = on))"
        />
      </div>
      <AnswerField
        v-if="rule.action === 'close'"
        label="Keeps shut"
        how="Against rules that open it again; by hand it opens at any time."
        :value="rule.hold ?? 'untilDry'"
        :choices="holds"
        :apply="(hold) => set('hold', (r) => void (r.hold = hold === 'untilDry' ? null : hold))"
        :pointer="`/installation/rules/${index}/hold`"
      />
      <p v-if="rule.action === 'open'" class="text-faded text-[13.5px] sm:col-span-2">
        It does not open while a sensor that closes the valve is wet or has been silent for three reports,
        while a closing is pending, or while one holds until it is reset.
      </p>
      <TickChoices
        v-if="rule.action !== 'tellOnly' && (mains.length > 1 || rule.stopValveIds?.length)"
        class="sm:col-span-2"
        label="These stop valves; none ticked is every one with a drive"
        :values="rule.stopValveIds ?? []"
        :choices="mains"
        :apply="(values) => set('mains', (r) => void (r.stopValveIds = values))"
      />
      <TickChoices
        v-if="switches.length"
        class="sm:col-span-2"
        label="Switches off as soon as it tells"
        :values="rule.stopSwitchIds ?? []"
        :choices="switches"
        :apply="setStopped"
      />
      <TickChoices
        v-if="trigger === 'buttonPressed' && buttons.length"
        class="sm:col-span-2"
        label="Any of these buttons"
        :values="pressed"
        :choices="buttons"
        :apply="setPressed"
      />
      <TickChoices
        v-if="isOfSensors"
        class="sm:col-span-2"
        label="Any of these sensors"
        :values="heard"
        :choices="sensors"
        :apply="setHeard"
      />
      <SwitchField
        v-if="isOfSensors"
        class="sm:col-span-2"
        label="And any sensor that is added"
        :value="rule.allBut ?? false"
        :apply="setAllBut"
      />
      <TickChoices
        v-if="isOfSensors && (rooms.length > 1 || rule.roomIds)"
        class="sm:col-span-2"
        label="Only those of these rooms; none ticked is every room"
        :values="rule.roomIds ?? []"
        :choices="rooms"
        :apply="setRooms"
      />
      <TickChoices
        v-if="isOfSensors && tags.length"
        class="sm:col-span-2"
        label="Only those tagged so; none ticked is tagged or not"
        :values="rule.tags ?? []"
        :choices="tags"
        :apply="setTags"
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
