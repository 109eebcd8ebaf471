<script setup lang="ts" generic="T extends string">
import { useChosen } from './useChosen'
import type { Choice } from './words'

/** Any number of a list, each with a tick. */
const props = defineProps<{
  label: string
  values: T[]
  choices: Choice<T>[]
  apply: (values: T[]) => unknown
}>()

const { shown, error, choose } = useChosen(
  () => props.values,
  (values) => props.apply(values),
)

function toggle(value: T) {
  const ticked = shown.value.includes(value)
  void choose(
    props.choices.map((c) => c.value).filter((v) => (v === value ? !ticked : shown.value.includes(v))),
  )
}
</script>

<template>
  <fieldset class="min-w-0">
    <legend class="font-semibold">{{ label }}</legend>
    <div class="mt-1 flex flex-wrap gap-1.5">
      <label
        v-for="choice in choices"
        :key="choice.value"
        class="flex cursor-pointer items-center gap-1.5 rounded-sm border px-2 py-1"
        :class="shown.includes(choice.value) ? 'border-moss bg-moss-wash' : 'border-rule bg-sheet'"
      >
        <input
          type="checkbox"
          class="accent-moss size-4"
          :checked="shown.includes(choice.value)"
          @change="toggle(choice.value)"
        />
        <span>
          {{ choice.label }}
          <span v-if="choice.hint" class="text-faded text-[12.5px]">{{ choice.hint }}</span>
        </span>
      </label>
    </div>
    <p v-if="error" role="alert" class="text-clay mt-1 text-[13px] font-semibold">{{ error }}</p>
  </fieldset>
</template>
