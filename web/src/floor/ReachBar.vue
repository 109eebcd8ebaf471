<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import { api, Refusal } from '@/api/client'
import type { DrawnPlace, HubPlace, RepeaterAdvice } from '@/api/types'
import { editStopValve } from '@/site/commands/building'
import type { Command } from '@/site/commands/list'
import { addHub, addRepeater, editHub } from '@/site/commands/radio'
import { freshId, radioName } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import type { Chosen } from './chosen'
import DeviceLine from './DeviceLine.vue'
import { useFloorView } from './floorView'
import { repeaterAt } from './reachChoices'
import { bounds, middleOf, roomAt } from './geometry'
import { decibels } from '@/ui/margins'

/** Hubs, repeaters and stop valves to be put on the drawing, and where a hub or repeaters would do best. */
const props = defineProps<{ radioId: string }>()
const view = useFloorView()
const open = useOpenPlan()
const plan = computed(() => open.plan!)

/** In the chosen room, or the middle of the storey. */
const here = (): DrawnPlace => {
  const rooms = plan.value.building.rooms.filter((r) => r.storeyId === view.storeyId && r.areas.length)
  const room = rooms.find((r) => view.chosen?.kind === 'room' && r.id === view.chosen.id)
  const at = middleOf(room?.areas[0] ?? bounds(rooms.flatMap((r) => r.areas)))
  return { storeyId: view.storeyId, at, heightM: null }
}
async function put(label: string, change: Command, chosen: Chosen) {
  if (await view.attempt(label, change)) view.chosen = chosen
}
const putHub = (specId: string) => {
  const id = freshId('hub', plan.value.installation.hubs)
  const name = plan.value.installation.hubs.length ? `Hub ${plan.value.installation.hubs.length + 1}` : 'Hub'
  return put('hub added', addHub({ id, name, specId, place: here() }), { kind: 'hub', id })
}
const roomOf = ({ storeyId, at }: DrawnPlace) => roomAt(plan.value.building.rooms, storeyId, at)
const putRepeater = (specId: string) => {
  const added = repeaterAt(plan.value, specId, here())
  return put('repeater added', addRepeater(added), { kind: 'repeater', id: added.id })
}
/** Hubs and stop valves that the plan has and the drawing has not. */
const undrawn = computed(() => [
  ...plan.value.installation.hubs
    .filter((h) => !h.place)
    .map(({ id, name }) => ({
      id,
      name,
      put: () =>
        put(
          'hub drawn',
          editHub(id, (h) => void (h.place = here())),
          { kind: 'hub' as const, id },
        ),
    })),
  ...plan.value.building.stopValves
    .filter((v) => !v.drawnAt)
    .map(({ id, name }) => ({
      id,
      name,
      put: () =>
        put(
          'stop valve drawn',
          editStopValve(id, (v) => void (v.drawnAt = here())),
          { kind: 'valve' as const, id },
        ),
    })),
])

const hubPlace = shallowRef<HubPlace | null>(null)
const advice = shallowRef<RepeaterAdvice | null>(null)
watch(
  () => open.plan,
  () => (hubPlace.value = advice.value = null),
)
async function ask<T>(question: () => Promise<T>): Promise<T | null> {
  try {
    view.error = ''
    return await question()
  } catch (failure) {
    if (!(failure instanceof Refusal)) throw failure
    view.error = failure.at()
    return null
  }
}
const findHubPlace = async () => void (hubPlace.value = await ask(() => api.reach.bestHub(plan.value)))
const findRepeaters = async () =>
  void (advice.value = await ask(() => api.reach.repeaters(plan.value, props.radioId)))

const storeyName = (id: string) => view.storeys.find((s) => s.id === id)?.name ?? id
const whereIs = (place: DrawnPlace) => roomOf(place)?.name ?? storeyName(place.storeyId)
async function moveHub() {
  const { place } = hubPlace.value!
  const { id } = plan.value.installation.hubs[0]!
  await put(
    'hub moved',
    editHub(id, (h) => void (h.place = place)),
    { kind: 'hub', id },
  )
  view.storeyId = place.storeyId
}
const takeRepeaters = () => {
  const { specId, places } = advice.value!
  return view.attempt('repeaters added', (draft) => {
    for (const { place } of places) addRepeater(repeaterAt(draft, specId!, place))(draft)
  })
}
</script>

<template>
  <div class="flex flex-wrap items-center gap-x-3 gap-y-1" aria-label="Put on the drawing" role="group">
    <DeviceLine class="w-full" placeholder="hub by the router in the hall" />
    <button v-for="thing in undrawn" :key="thing.id" type="button" class="act" @click="thing.put">
      Draw {{ thing.name }}
    </button>
    <button
      v-for="spec in plan.catalogue.hubs"
      :key="spec.id"
      type="button"
      class="act-quiet -mx-1"
      @click="putHub(spec.id)"
    >
      + {{ spec.name }}
    </button>
    <button
      v-for="spec in plan.catalogue.repeaters"
      :key="spec.id"
      type="button"
      class="act-quiet -mx-1"
      @click="putRepeater(spec.id)"
    >
      + {{ spec.name }}
    </button>
    <button type="button" class="act-quiet" :disabled="!plan.installation.hubs.length" @click="findHubPlace">
      Best place for the hub
    </button>
    <button type="button" class="act-quiet" :disabled="!radioId" @click="findRepeaters">
      Fewest repeaters
    </button>
    <p
      v-if="hubPlace"
      role="status"
      class="bg-moss-wash flex w-full flex-wrap items-center gap-x-3 rounded-sm px-3 py-1.5"
    >
      <span>
        <strong>{{ whereIs(hubPlace.place) }}</strong>, {{ storeyName(hubPlace.place.storeyId) }}: the
        weakest, {{ radioName(plan, hubPlace.worstDeviceId) }}, would have
        <strong class="figures">{{
          hubPlace.worstDb == null ? 'nothing' : decibels(hubPlace.worstDb)
        }}</strong>
        <template v-if="hubPlace.nowDb != null">; now {{ decibels(hubPlace.nowDb) }}</template
        >.
      </span>
      <button type="button" class="act-quiet" @click="moveHub">Move the hub there</button>
    </p>
    <p
      v-if="advice"
      role="status"
      class="bg-moss-wash flex w-full flex-wrap items-center gap-x-3 rounded-sm px-3 py-1.5"
    >
      <span v-if="!advice.weak.length"
        >None is needed: every device has {{ decibels(advice.wantedDb) }} or more in hand.</span
      >
      <span v-else-if="!advice.places.length">
        No repeater helps {{ advice.left.map((id) => radioName(plan, id)).join(', ') }}: move the hub, or link
        it directly.
      </span>
      <template v-else>
        <span v-for="(place, i) in advice.places" :key="i">
          <strong>{{ whereIs(place.place) }}</strong>, {{ storeyName(place.place.storeyId) }}:
          {{
            place.lifts.length
              ? `lifts ${place.lifts.map((id) => radioName(plan, id)).join(', ')} to`
              : 'passes on to the next with'
          }}
          <strong class="figures">{{ decibels(place.marginDb) }}</strong>.
        </span>
        <span v-if="advice.left.length"
          >Not helped: {{ advice.left.map((id) => radioName(plan, id)).join(', ') }}.</span
        >
        <button v-if="advice.specId" type="button" class="act-quiet" @click="takeRepeaters">
          Add {{ advice.places.length === 1 ? 'it' : `all ${advice.places.length}` }}
        </button>
      </template>
    </p>
  </div>
</template>
