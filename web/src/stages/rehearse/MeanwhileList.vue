<script setup lang="ts">
import { computed } from 'vue'
import type { Meanwhile, Plan } from '@/api/types'
import { leaksOf, valveName } from '@/site/names'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import TimeField from '@/ui/TimeField.vue'
import { breakableWords, meanwhileWords, modes, modeWords, type Choice } from '@/ui/words'
import {
  aboutKeys,
  aboutOf,
  addable,
  breakable,
  brokenBy,
  newStep,
  otherLeaks,
  withLeak,
  withoutStep,
  type AskedRehearsal,
} from '@/site/meanwhile'

/** What happens while the leak runs: put in at the moment that is looked at. */
const props = defineProps<{ plan: Plan; asked: AskedRehearsal; atS: number }>()
const emit = defineEmits<{ change: [steps: Meanwhile[]] }>()
const steps = computed(() => props.asked.meanwhile)

const breaks = computed(() => steps.value.some((s) => s.kind === 'breaks' || s.kind === 'worksAgain'))
const kinds = computed(() =>
  (Object.keys(meanwhileWords) as Meanwhile['kind'][]).filter((kind) =>
    addable(kind, props.plan, props.asked),
  ),
)
const add = (kind: Meanwhile['kind']) =>
  emit('change', [...steps.value, newStep(kind, Math.round(props.atS), props.plan, props.asked)])
const set = async (index: number, change: Partial<Meanwhile>) =>
  emit(
    'change',
    steps.value.map((step, i) => (i === index ? { ...step, ...change } : step)),
  )
const remove = (index: number) => emit('change', withoutStep(steps.value, index))

const modeChoices: Choice<string>[] = modes.map((m) => ({ value: m, label: modeWords[m] }))
const leakName = (id: string) => {
  const found = leaksOf(props.plan).find((l) => l.leak.id === id)
  return found ? `${found.leak.name}, ${found.room.name}` : id
}
/** What a step may be about instead. */
function choices(step: Meanwhile): Choice<string>[] {
  if (step.kind === 'modeBecomes') return modeChoices
  if (step.kind === 'leakStarts')
    return [step.leakId!, ...otherLeaks(props.plan, props.asked.leakId, steps.value)].map((value) => ({
      value,
      label: leakName(value),
    }))
  if (step.kind === 'valveOpened')
    return props.plan.installation.drives.map((d) => ({
      value: d.stopValveId,
      label: valveName(props.plan, d.stopValveId),
    }))
  if (step.kind === 'getsCold')
    return props.plan.installation.sensors.map((s) => ({ value: s.id, label: s.name }))
  if (step.kind === 'leakEnds' || step.kind === 'wipedUp') {
    const begun = steps.value.filter((s) => s.kind === 'leakStarts').map((s) => s.leakId!)
    return [props.asked.leakId, ...begun].map((value) => ({ value, label: leakName(value) }))
  }
  if (step.kind === 'breaks' || step.kind === 'worksAgain') {
    const { faults } = props.asked
    const all = step.kind === 'breaks' ? breakable(faults) : brokenBy(faults, steps.value)
    return [...new Set([...all, step.fault!])].map((value) => ({ value, label: breakableWords[value]! }))
  }
  return (props.plan.installation.buttons ?? []).map((b) => ({ value: b.id, label: b.name }))
}
/** What it is about, and may be changed; of one leak alone nothing is asked. */
const aboutIn = (step: Meanwhile) =>
  aboutOf(step) ?? (aboutKey(step) === 'leakId' && choices(step).length > 1 ? props.asked.leakId : null)
const aboutKey = ({ kind }: Meanwhile) => aboutKeys[kind as keyof typeof aboutKeys]
async function setAbout(index: number, step: Meanwhile, value: string) {
  if (step.kind === 'leakStarts') emit('change', withLeak(steps.value, step.leakId!, value))
  else await set(index, { [aboutKey(step)]: value === props.asked.leakId ? null : value })
}
</script>

<template>
  <section aria-label="Meanwhile">
    <ul v-if="steps.length" class="mb-2 space-y-2">
      <li
        v-for="(step, index) in steps"
        :key="index"
        role="group"
        :aria-label="meanwhileWords[step.kind]"
        class="bg-sheet flex flex-wrap items-center gap-x-3 gap-y-1 rounded-sm px-3 py-1.5"
      >
        <span class="w-40 font-semibold max-sm:w-full">{{ meanwhileWords[step.kind] }}</span>
        <ChoiceField
          v-if="aboutIn(step)"
          class="w-52 max-sm:basis-full"
          label="Which"
          is-inline
          :value="aboutIn(step)!"
          :choices="choices(step)"
          :apply="(value) => setAbout(index, step, value)"
        />
        <MeasureField
          v-if="step.kind === 'getsCold'"
          class="w-24"
          label="How cold"
          is-inline
          kind="temperature"
          required
          :values="[step.celsius!]"
          :apply="(v) => set(index, { celsius: v![0]! })"
        />
        <TimeField
          v-if="step.kind === 'timeIs'"
          class="w-32"
          label="Time of day"
          is-inline
          :value="step.min!"
          :apply="(min) => set(index, { min })"
        />
        <span aria-hidden="true">after</span>
        <MeasureField
          class="w-28"
          label="After"
          is-inline
          kind="duration"
          required
          :values="[step.atS]"
          :apply="(v) => set(index, { atS: v![0]! })"
        />
        <button
          type="button"
          class="act-quiet text-clay"
          :aria-label="`Take out: ${meanwhileWords[step.kind]}`"
          @click="remove(index)"
        >
          Take out
        </button>
      </li>
    </ul>
    <p v-if="breaks" class="text-faded mb-2 max-w-prose text-[13px]">
      Taken, each towards more water: a hub that starts again has forgotten its waits, and hears of what is
      wet when the sensor reports next. A drive that loses its power stops where it is, and needs another
      order afterwards. One that is to open again when the power is back opens what it has itself closed,
      whatever is wet.
    </p>
    <div class="flex items-center gap-1 max-sm:overflow-x-auto sm:flex-wrap">
      <span class="text-faded mr-1 shrink-0 text-[13.5px]">Meanwhile, at the moment shown:</span>
      <button
        v-for="kind in kinds"
        :key="kind"
        type="button"
        class="border-rule hover:bg-moss-wash shrink-0 rounded-full border px-2.5 py-0.5 text-[13.5px] max-md:min-h-11"
        @click="add(kind)"
      >
        + {{ meanwhileWords[kind].toLowerCase() }}
      </button>
    </div>
  </section>
</template>
