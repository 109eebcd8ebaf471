<script setup lang="ts">
import { computed, onBeforeUnmount, ref } from 'vue'
import { beep } from '@/ui/beep'

/**
 * A stopwatch for a stroke, worked with one large button while the eyes are on the handle: it beeps as it starts and stops, and softly
 * each second between.
 */
const emit = defineEmits<{ timed: [seconds: number] }>()

const START_HZ = 880
const SECOND_HZ = 440
const MS = 1000

const startedAt = ref<number | null>(null)
const now = ref(0)
let frame = 0
let told = 0
const seconds = computed(() => (startedAt.value === null ? null : (now.value - startedAt.value) / MS))

function tick() {
  now.value = performance.now()
  const whole = Math.floor(seconds.value ?? 0)
  if (whole > told) beep(SECOND_HZ)
  told = whole
  frame = requestAnimationFrame(tick)
}

function press(event: Event) {
  // The moment of the press, not of what follows from it.
  const at = event.timeStamp
  beep(START_HZ)
  if (startedAt.value === null) {
    startedAt.value = at
    now.value = at
    told = 0
    frame = requestAnimationFrame(tick)
    return
  }
  cancelAnimationFrame(frame)
  emit('timed', Math.round((at - startedAt.value) / 100) / 10)
  startedAt.value = null
}
onBeforeUnmount(() => cancelAnimationFrame(frame))
</script>

<template>
  <button
    type="button"
    class="border-moss text-moss hover:bg-moss-wash min-h-16 rounded-sm border-2 px-4 py-2 text-left"
    :class="{ 'bg-moss-wash': seconds !== null }"
    @click="press"
  >
    <span class="block font-semibold">{{
      seconds === null ? 'Press when the handle starts' : 'Press when it stops'
    }}</span>
    <span class="figures text-[22px] font-bold">{{ (seconds ?? 0).toFixed(1) }} s</span>
  </button>
</template>
