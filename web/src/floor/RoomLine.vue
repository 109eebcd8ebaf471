<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { api, Refusal } from '@/api/client'
import type { ProposedRoom } from '@/api/types'
import { addStorey, putRoom } from '@/site/commands/building'
import { freshId } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { fedPlan } from './fedPlan'
import { useFloorView } from './floorView'
import { usePlaceWords } from './drawnThings'

/** A room typed in one line, with its fixtures; it says what it understood while one types. */
const view = useFloorView()
const open = useOpenPlan()
const preferences = usePreferences()
const { sizeOf } = usePlaceWords()
const line = ref('')
const read = shallowRef<ProposedRoom | null>(null)
/** The line that was read. */
const readLine = ref('')
const isBusy = ref(false)
const fed = computed(() => fedPlan(open.plan!))

let asked: AbortController | null = null
/** What is typed, once the typing rests. */
const REST_MS = 150
let rest = 0
watch(line, (text) => {
  clearTimeout(rest)
  if (!text.trim()) read.value = null
  else rest = window.setTimeout(() => void look(), REST_MS)
})

async function look(): Promise<ProposedRoom | null> {
  clearTimeout(rest)
  asked?.abort()
  const own = (asked = new AbortController())
  const text = line.value
  try {
    const answer = await api.proposeRoom(fed.value.plan, text, view.storeyId, preferences.system, own.signal)
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

async function draw() {
  if (!line.value.trim() || isBusy.value) return
  isBusy.value = true
  try {
    const answer = await look()
    if (!answer?.room) return
    const { room, isKnown } = answer
    const { feed } = fed.value
    const storey = view.storeyId || freshId('ground', view.storeys)
    const done = await view.attempt('room drawn', (draft) => {
      feed(draft)
      if (!view.storeyId) addStorey({ id: storey, name: 'Ground floor' })(draft)
      putRoom({ ...room, storeyId: storey }, isKnown)(draft)
    })
    if (!done) return
    view.storeyId = storey
    view.chosen = { kind: 'room', id: room.id }
    line.value = ''
    read.value = null
  } finally {
    isBusy.value = false
  }
}

const faults = computed(() => (readLine.value === line.value ? (read.value?.faults ?? []) : []))
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
  const room = read.value?.room
  if (!room || readLine.value !== line.value) return ''
  const fixtures = room.fixtures.map((f) => f.name).join(', ')
  const leaks = room.leaks.length
  return [
    `${room.name}, ${sizeOf(room.areas[0]!)}`,
    ...(fixtures ? [fixtures] : []),
    ...(leaks ? [`${leaks} leak ${leaks === 1 ? 'point' : 'points'}`] : []),
  ].join(' · ')
})
</script>

<template>
  <form class="flex flex-wrap items-center gap-x-2 gap-y-1" @submit.prevent="draw">
    <label class="sr-only" for="room-line">Room, size and fixtures in one line</label>
    <input
      id="room-line"
      v-model="line"
      class="field min-w-0 grow basis-60"
      placeholder="utility 2.1 x 1.8: washer, sink, boiler"
      autocomplete="off"
      autocapitalize="off"
      maxlength="500"
      :aria-invalid="faults.length > 0"
      aria-describedby="room-line-read"
    />
    <button type="submit" class="act" :disabled="!line.trim()">Draw it</button>
    <p id="room-line-read" class="w-full text-[13.5px] empty:hidden" aria-live="polite">
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
      <template v-else-if="understood">{{ understood }}. Enter draws it.</template>
    </p>
  </form>
</template>
