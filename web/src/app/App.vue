<script setup lang="ts">
import { computed, onErrorCaptured, provide, ref, watch } from 'vue'
import { RouterView } from 'vue-router'
import { Refusal } from '@/api/client'
import { lookAhead, onThisDevice } from '@/api/device/device'
import { isReachable } from '@/api/reachable'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { sendOthers } from '@/site/sending'
import { unitSystemKey } from '@/ui/unitSystem'

// Applies the look before anything is drawn.
const preferences = usePreferences()
provide(
  unitSystemKey,
  computed(() => preferences.system),
)
const trouble = ref('')

function onTrouble(error: unknown): boolean {
  if (!(error instanceof Refusal)) return true
  trouble.value = error.message
  return false
}

/** At the start, and whenever the server answers again. */
const open = useOpenPlan()
watch(
  isReachable,
  async (reachable) => {
    if (!reachable) return
    await open.sendKept()
    await sendOthers(open.siteId)
  },
  { immediate: true },
)

/** Once the server does not answer, Core on this device is to be ready for the next edit. */
watch([isReachable, () => open.plan && open.siteId], ([reachable]) => {
  if (!reachable && open.plan) lookAhead(onThisDevice(), open.plan)
})

/** A page that is left within the moment that an edit takes would lose it. */
window.addEventListener('beforeunload', (event) => {
  if (open.isTaking()) event.preventDefault()
})

onErrorCaptured(onTrouble)
window.addEventListener('unhandledrejection', (event) => {
  if (!onTrouble(event.reason)) event.preventDefault()
})
</script>

<template>
  <RouterView />
  <div
    v-if="trouble"
    role="alert"
    class="bg-clay-wash text-ink border-clay fixed inset-x-3 bottom-3 z-50 mx-auto flex max-w-xl items-start gap-3 rounded-sm border p-3 shadow-lg"
  >
    <span class="grow">{{ trouble }}</span>
    <button type="button" class="act-quiet" @click="trouble = ''">Close</button>
  </div>
</template>
