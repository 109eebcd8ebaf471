<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { api, Refusal } from '@/api/client'
import type { FloorPoint, PlacementStep, PlacementSuggestion } from '@/api/types'
import { acceptSuggestions } from '@/site/commands/installation'
import { leaksOf, usualSensorIds } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { show } from '@/ui/units'
import DeviceLine from './DeviceLine.vue'
import { useFloorView } from './floorView'
import SensorPalette from './SensorPalette.vue'

/** Sensors by hand, one under every hose, or as few as keep every leak small. */
const view = useFloorView()
const open = useOpenPlan()
const preferences = usePreferences()
const palette = ref<InstanceType<typeof SensorPalette>>()
const told = ref('')
const working = shallowRef<AbortController | null>(null)

/** Every leak is to be known after less than this, m³. */
const SMALL_M3 = 0.005
const MOST_SENSORS = 20
const small = computed(() => show('volume', SMALL_M3, preferences.system))

async function telling(work: () => Promise<void>) {
  told.value = view.error = ''
  try {
    await work()
  } catch (failure) {
    if (working.value?.signal.aborted) return
    if (!(failure instanceof Refusal)) throw failure
    view.error = failure.at()
  }
}
const count = (n: number) => (n === 1 ? 'One sensor was' : `${n} sensors were`)
async function take(suggestions: PlacementSuggestion[]) {
  if (await view.attempt(`${suggestions.length} sensors placed`, acceptSuggestions(suggestions)))
    told.value = `${count(suggestions.length)} put in; each joins the rules of its room. Undo takes them out.`
}

const underHoses = () =>
  telling(async () => {
    const suggestions = await api.proposeHoseSensors(open.plan!)
    if (suggestions.length) await take(suggestions)
    else
      told.value = leaksOf(open.plan!).some(({ leak }) => leak.kind === 'hoseBurst' && leak.at)
        ? 'Every drawn hose has a sensor beside it already.'
        : 'No hose is on the drawing yet: put the fixtures into their rooms first.'
  })

const asFew = () =>
  telling(async () => {
    const work = (working.value = new AbortController())
    let best: PlacementStep | null = null
    const isEnough = (s: PlacementStep) =>
      s.worstM3 != null && s.worstM3 <= SMALL_M3 && !s.unheardLeakIds.length
    const request = {
      mostSensors: MOST_SENSORS,
      specIds: usualSensorIds(open.plan!),
      barredRoomIds: [],
      moppedToo: false,
      splashedToo: false,
    }
    try {
      await api.placeSensors(
        open.plan!,
        request,
        (step) => {
          if (best && isEnough(best)) return
          best = step
          if (isEnough(step)) work.abort()
        },
        work.signal,
      )
    } catch (failure) {
      if (!work.signal.aborted) throw failure
    } finally {
      working.value = null
    }
    const found = best as PlacementStep | null
    if (!found) return
    if (found.sensors === 0) told.value = `Every drawn leak is known after less than ${small.value} already.`
    else if (isEnough(found)) await take(found.suggestions)
    else
      told.value = `Not with ${MOST_SENSORS} more: measure the floors that are not known, or look under Where to put sensors.`
  })

defineExpose({ drop: (specId: string, at: FloorPoint) => palette.value?.drop(specId, at) })
</script>

<template>
  <div class="flex flex-wrap items-center gap-x-3 gap-y-1">
    <DeviceLine class="w-full" placeholder="spot under basin" />
    <SensorPalette ref="palette" />
    <button type="button" class="act-quiet" @click="underHoses">One under every hose</button>
    <button v-if="!working" type="button" class="act-quiet" @click="asFew">
      As few as keep every leak under {{ small }}
    </button>
    <button v-else type="button" class="act-quiet" @click="working.abort()">Looking … stop</button>
    <p v-if="told" role="status" class="bg-moss-wash w-full rounded-sm px-3 py-1.5">{{ told }}</p>
  </div>
</template>
