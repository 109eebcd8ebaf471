<script setup lang="ts" generic="Answer extends { faults: LineFault[] }">
import { computed, ref, shallowRef, watch } from 'vue'
import { Refusal } from '@/api/client'
import type { LineFault } from '@/api/types'
import { useFloorView } from './floorView'

/** One typed line: it says what it understood while one types, marks what is wrong, and keeps what was typed until it is taken. */
const props = defineProps<{
  id: string
  label: string
  placeholder: string
  action: string
  ask: (line: string, signal: AbortSignal) => Promise<Answer>
  /** What was understood, in words; empty where it was not. */
  tell: (answer: Answer) => string
  /** Puts it into the plan; false where that was refused. */
  take: (answer: Answer) => Promise<boolean>
}>()
const view = useFloorView()
const line = ref('')
const read = shallowRef<Answer | null>(null)
/** The line that was read. */
const readLine = ref('')
const isBusy = ref(false)

let asked: AbortController | null = null
/** What is typed, once the typing rests. */
const REST_MS = 150
let rest = 0
watch(line, (text) => {
  clearTimeout(rest)
  if (!text.trim()) read.value = null
  else rest = window.setTimeout(() => void look(), REST_MS)
})

async function look(): Promise<Answer | null> {
  clearTimeout(rest)
  asked?.abort()
  const own = (asked = new AbortController())
  const text = line.value
  try {
    const answer = await props.ask(text, own.signal)
    read.value = answer
    readLine.value = text
    return answer
  } catch (failure) {
    if (own.signal.aborted) return null
    if (!(failure instanceof Refusal)) throw failure
    view.error = failure.at()
    return null
  }
}

async function enter() {
  if (!line.value.trim() || isBusy.value) return
  isBusy.value = true
  try {
    const answer = await look()
    if (!answer || answer.faults.length || !(await props.take(answer))) return
    line.value = ''
    read.value = null
  } finally {
    isBusy.value = false
  }
}

const faults = computed<LineFault[]>(() => (readLine.value === line.value ? (read.value?.faults ?? []) : []))
/** The line in parts, those at fault marked. */
const marked = computed(() => {
  const parts: { text: string; isWrong: boolean }[] = []
  let at = 0
  for (const { from, to } of faults.value) {
    parts.push({ text: line.value.slice(at, from), isWrong: false })
    parts.push({ text: line.value.slice(from, to) || '␣', isWrong: true })
    at = to
  }
  parts.push({ text: line.value.slice(at), isWrong: false })
  return parts
})
const understood = computed(() => {
  const answer = read.value as Answer | null
  return answer && readLine.value === line.value ? props.tell(answer) : ''
})
</script>

<template>
  <form class="flex flex-wrap items-center gap-x-2 gap-y-1" @submit.prevent="enter">
    <label class="sr-only" :for="id">{{ label }}</label>
    <input
      :id="id"
      v-model="line"
      class="field min-w-0 grow basis-60"
      :placeholder="placeholder"
      autocomplete="off"
      autocapitalize="off"
      maxlength="500"
      :aria-invalid="faults.length > 0"
      :aria-describedby="`${id}-read`"
    />
    <button type="submit" class="act" :disabled="!line.trim()">{{ action }}</button>
    <p :id="`${id}-read`" class="w-full text-[13.5px] empty:hidden" aria-live="polite">
      <template v-if="faults.length">
        <span class="figures"
          ><template v-for="(part, i) in marked" :key="i"
            ><mark v-if="part.isWrong" class="bg-clay-wash text-clay font-bold underline">{{
              part.text
            }}</mark
            ><template v-else>{{ part.text }}</template></template
          ></span
        >
        <span class="text-clay block font-semibold">{{ faults.map((f) => f.message).join(' ') }}</span>
      </template>
      <template v-else-if="understood">{{ understood }}. Enter takes it.</template>
    </p>
  </form>
</template>
