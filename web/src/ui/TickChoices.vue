<script setup lang="ts" generic="T extends string">
import type { Choice } from './words'

/** Any number of a list, each with a tick. */
const props = defineProps<{
  label: string
  values: T[]
  choices: Choice<T>[]
  apply: (values: T[]) => unknown
}>()

function toggle(value: T) {
  props.apply(
    props.choices
      .map((c) => c.value)
      .filter((v) => (v === value ? !props.values.includes(v) : props.values.includes(v))),
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
        :class="values.includes(choice.value) ? 'border-moss bg-moss-wash' : 'border-rule bg-sheet'"
      >
        <input
          type="checkbox"
          class="accent-moss size-4"
          :checked="values.includes(choice.value)"
          @change="toggle(choice.value)"
        />
        <span>
          {{ choice.label }}
          <span v-if="choice.hint" class="text-faded text-[12.5px]">{{ choice.hint }}</span>
        </span>
      </label>
    </div>
  </fieldset>
</template>
