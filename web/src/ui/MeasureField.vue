<script setup lang="ts">
import { computed, onBeforeUnmount, ref, useId, watch } from 'vue'
import { api } from '@/api/client'
import type { TypedKind } from '@/api/types'
import { registerField } from '@/ui/pending'
import { useUnitSystem } from '@/ui/unitSystem'
import FieldFrame from './FieldFrame.vue'
import { show, showBounds, type ShownKind } from './units'
import { useApply } from './useApply'

/**
 * A measurement, typed with any unit and kept in SI. Empty is "not measured", where that may be said. The change is handed
 * to `apply`; what it refuses is shown beside the field, with what was typed left standing.
 */
const props = defineProps<{
  label: string
  kind: TypedKind
  /** SI values, one or two as the kind has; null is not measured. */
  values: number[] | null
  apply: (values: number[] | null) => Promise<void>
  how?: string
  /** Where it stands in the plan. */
  pointer?: string
  /** Set where the plan must have a value. */
  required?: boolean
  /** What follows from it, below the field. */
  note?: string
  /** What an empty field says. */
  emptyWord?: string
  /** Between what it is assumed to be while it is empty, SI; null: not assumed. */
  assumed?: readonly number[] | null
  /** Its label is for screen readers only, where the row says what it is. */
  isInline?: boolean
}>()

const system = useUnitSystem()
const id = useId()
const typed = ref('')
const { error, attempt } = useApply(() => props.pointer)
const busy = ref(false)

const parts: Partial<Record<TypedKind, [ShownKind, ShownKind]>> = {
  pullAtArm: ['force', 'smallLength'],
  pressureAtFlow: ['pressure', 'flow'],
}
const shownKind = (kind: TypedKind): ShownKind => (kind === 'bore' ? 'smallLength' : (kind as ShownKind))

const shown = computed(() => {
  if (!props.values) return ''
  const kinds = parts[props.kind] ?? [shownKind(props.kind)]
  return props.values.map((value, i) => show(kinds[i]!, value, system.value)).join(' at ')
})

const emptyText = computed(() => props.emptyWord ?? (props.required ? '' : 'not measured'))
const placeholder = computed(() => {
  if (!props.assumed) return emptyText.value
  const [low, high] = [Math.min(...props.assumed), Math.max(...props.assumed)]
  return `assumed ${showBounds(shownKind(props.kind), { low, high }, system.value)}`
})

watch(
  shown,
  (now) => {
    typed.value = now
    error.value = ''
  },
  { immediate: true },
)

async function commit() {
  const text = typed.value.trim()
  if (text === shown.value) {
    error.value = ''
    return
  }
  if (text === '' && props.required) {
    error.value = 'A value is needed here.'
    return
  }
  busy.value = true
  const taken = await attempt(async () =>
    props.apply(text === '' ? null : await api.readQuantity(props.kind, text, system.value)),
  )
  if (taken) typed.value = shown.value
  busy.value = false
}

onBeforeUnmount(registerField(commit))

function clear() {
  typed.value = ''
  void commit()
}

function revert() {
  typed.value = shown.value
  error.value = ''
}
</script>

<template>
  <FieldFrame :id="id" :label="label" :how="how" :error="error" :echo="note" :is-inline="isInline">
    <template #aside>
      <button
        v-if="!required && values"
        type="button"
        class="text-moss shrink-0 text-[12.5px] underline underline-offset-2"
        :aria-label="`${label}: ${emptyText}`"
        @click="clear"
      >
        {{ emptyText }}
      </button>
    </template>
    <input
      :id="id"
      v-model="typed"
      class="field figures"
      :class="{ 'border-clay!': error, 'border-dashed!': !values && !error }"
      autocomplete="off"
      spellcheck="false"
      :placeholder="placeholder"
      :aria-invalid="!!error"
      :aria-describedby="[how && `${id}-how`, error && `${id}-error`].filter(Boolean).join(' ') || undefined"
      :aria-busy="busy"
      :data-pointer="pointer"
      :data-untaken="typed !== shown"
      @keydown.enter="commit"
      @keydown.escape="revert"
      @blur="commit"
    />
  </FieldFrame>
</template>
