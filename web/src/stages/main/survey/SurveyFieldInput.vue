<script setup lang="ts">
import { computed } from 'vue'
import type { StopValve } from '@/api/types'
import { useOpenPlan } from '@/site/openPlan'
import { useSelectedMain } from '@/site/selectedMain'
import AnswerField from '@/ui/AnswerField.vue'
import { valveKinds } from '@/ui/choices/valve'
import ValvePicture from '@/ui/drawings/ValvePicture.vue'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import SwitchField from '@/ui/SwitchField.vue'
import TextField from '@/ui/TextField.vue'
import { putAt, valueAt } from '@/ui/paths'
import { type SurveyField } from './fields'

/** The input that fits one answer of the survey. */
const props = defineProps<{ field: SurveyField; ofPlan?: boolean }>()

const open = useOpenPlan()
const { main, at, edit } = useSelectedMain()

const root = computed<object>(() => (props.ofPlan ? open.plan! : main.value))
const value = computed(() => valueAt(root.value, props.field.path))
const pointer = computed(() => `${props.ofPlan ? '' : at.value}/${props.field.path.replaceAll('.', '/')}`)
/** A pair is refused at one of its two parts. */
const partPointer = computed(() =>
  props.field.type === 'measure' && props.field.parts
    ? `${pointer.value}/${props.field.parts[props.field.kind === 'pullAtArm' ? 1 : 0]}`
    : pointer.value,
)

const put = (next: unknown) =>
  props.ofPlan
    ? open.edit(props.field.path, (draft) => putAt(draft, props.field.path, next))
    : edit(props.field.path, (draft) => putAt(draft, props.field.path, next))

const chosen = computed(() => (value.value ?? (props.field.optional ? null : 'unknown')) as string | null)

/** Where nothing is said, that is one of the answers. */
const answered = computed(() => {
  if (props.field.type !== 'answer') return null
  const silent = props.field.choices.some((c) => c.value === null) ? null : 'unknown'
  return (value.value ?? silent) as string | null
})

const measured = computed(() => {
  if (props.field.type !== 'measure' || value.value === null) return null
  const { parts } = props.field
  if (!parts) return [value.value as number]
  const pair = value.value as Record<string, number>
  return [pair[parts[0]]!, pair[parts[1]]!]
})

function putMeasured(values: number[] | null) {
  const parts = props.field.type === 'measure' ? props.field.parts : undefined
  if (!values) return put(null)
  return put(parts ? { [parts[0]]: values[0], [parts[1]]: values[1] } : values[0])
}
</script>

<template>
  <MeasureField
    v-if="field.type === 'measure'"
    :label="field.label"
    :kind="field.kind"
    :how="field.how"
    :empty-word="field.emptyWord"
    :assumed="field.assumed?.(open.plan!)"
    :values="measured"
    :apply="putMeasured"
    :pointer="partPointer"
  />
  <ChoiceField
    v-else-if="field.type === 'choice'"
    :label="field.label"
    :how="field.how"
    :value="chosen"
    :choices="field.choices(open.plan!)"
    :apply="put"
    :pointer="pointer"
  />
  <AnswerField
    v-else-if="field.type === 'answer'"
    :label="field.label"
    :how="field.how"
    :value="answered"
    :choices="field.choices"
    :apply="put"
    :pointer="pointer"
  />
  <AnswerField
    v-else-if="field.type === 'valveKind'"
    class="sm:col-span-2"
    :label="field.label"
    :how="field.how"
    :value="value as StopValve['kind']"
    :choices="valveKinds"
    :apply="put"
    :pointer="pointer"
  >
    <template #picture="{ value: kind }"><ValvePicture :kind="kind" /></template>
  </AnswerField>
  <SwitchField
    v-else-if="field.type === 'switch'"
    class="self-end py-1.5 sm:col-span-2"
    :label="field.label"
    :value="value !== null"
    :apply="(on) => put(on && field.type === 'switch' ? { ...field.on } : null)"
  />
  <TextField
    v-else
    :class="{ 'sm:col-span-2': field.long }"
    :label="field.label"
    :how="field.how"
    :long="field.long"
    :required="field.required"
    :value="(value ?? '') as string"
    :apply="put"
    :pointer="pointer"
  />
</template>
