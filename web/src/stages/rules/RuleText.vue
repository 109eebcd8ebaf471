<script setup lang="ts">
import { computed, defineAsyncComponent, onBeforeUnmount, ref, shallowRef, useId, watch } from 'vue'
import { api, Refusal } from '@/api/client'
import type { Rule, RuleTextFault } from '@/api/types'
import { editRule } from '@/site/commands/installation'
import { useOpenPlan } from '@/site/openPlan'
import { registerField } from '@/ui/pending'
import { namesOf } from './ruleWords'

// Heavy, and for those who write: fetched when a rule is looked at as text.
const RuleEditor = defineAsyncComponent(() => import('./RuleEditor.vue'))

/** A rule as text, the other view of its fields: what is wrong is marked and kept as typed, and nothing of it is applied. */
const props = defineProps<{ rule: Rule }>()
const open = useOpenPlan()
const id = useId()
const typed = ref('')
const written = ref('')
const fault = shallowRef<RuleTextFault | null>(null)
const error = ref('')
const editor = ref<{ goToFault: () => void }>()
const names = computed(() => namesOf(open.plan!))

let asked = 0
/** The text follows the rule, unless somebody is writing another. */
watch(
  () => props.rule,
  async () => {
    const { text } = await api.writeRule(open.plan!, props.rule.id)
    if (typed.value === written.value) typed.value = text
    written.value = text
  },
  { immediate: true },
)

async function check(): Promise<Rule | null> {
  error.value = ''
  try {
    const mine = ++asked
    const read = await api.readRule(open.plan!, props.rule.id, typed.value)
    // Somebody has typed on meanwhile: what this says is of no use any more.
    if (mine !== asked) return null
    fault.value = read.fault ?? null
    return read.rule ?? null
  } catch (failure) {
    if (!(failure instanceof Refusal)) throw failure
    error.value = failure.at()
    return null
  }
}

async function take() {
  if (typed.value === written.value) return
  const read = await check()
  if (!read) return
  const text = typed.value
  await open.edit(
    `rule ${props.rule.id} as text`,
    editRule(props.rule.id, (rule) => void Object.assign(rule, read)),
  )
  const now = (await api.writeRule(open.plan!, props.rule.id)).text
  // Whoever has typed on meanwhile keeps that.
  if (typed.value === text) typed.value = now
  written.value = now
}
onBeforeUnmount(registerField(take))

/** The line at fault, in three: before it, at fault, behind it. */
const marked = computed(() => {
  if (!fault.value) return null
  const { line, column, length } = fault.value
  const text = typed.value.split('\n')[line - 1] ?? ''
  return {
    before: text.slice(0, column - 1),
    at: text.slice(column - 1, column - 1 + length) || ' ',
    behind: text.slice(column - 1 + length),
  }
})
</script>

<template>
  <div>
    <RuleEditor
      ref="editor"
      v-model="typed"
      label="The rule as text"
      :described-by="fault ? `${id}-fault` : undefined"
      :fault="fault"
      :names="names"
      :class="{ 'border-clay!': fault || error }"
      :data-untaken="typed !== written"
      @typed="check"
      @left="take"
      @take="take"
    />
    <p v-if="error" role="alert" class="text-clay mt-1 font-semibold">{{ error }}</p>
    <div v-else-if="fault && marked" :id="`${id}-fault`" role="alert" class="mt-1">
      <p class="text-clay font-semibold">
        Write {{ fault.expected }}.
        <button type="button" class="act-quiet" @click="editor?.goToFault()">
          Line {{ fault.line }}, column {{ fault.column }}
        </button>
      </p>
      <p class="figures text-[13px] break-words whitespace-pre-wrap">
        {{ marked.before }}<mark class="bg-clay-wash text-clay font-bold underline">{{ marked.at }}</mark
        >{{ marked.behind }}
      </p>
    </div>
    <p v-else class="text-faded mt-1 text-[13px]">
      {{
        typed === written
          ? 'Change it here: it is taken when you leave the field.'
          : 'Understood. Leave the field to take it.'
      }}
    </p>
  </div>
</template>
