<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import type { ReachRemedy } from '@/api/types'
import { editSensor } from '@/site/commands/installation'
import type { Command } from '@/site/commands/list'
import { addRepeater, editHub } from '@/site/commands/radio'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { decibels } from '@/ui/margins'
import { roomAt } from '../geometry'
import { repeaterAt } from '../reachChoices'

/** What helps a device that is heard too weakly, each tried; one press makes the change. */
const props = defineProps<{ id: string }>()
const open = useOpenPlan()
/** Places all over the house are tried: only where somebody wants it. */
const isWanted = ref(false)
const { data, trouble, isFetching } = usePlanQuery(
  () => ['reach remedies', props.id],
  (plan, signal) => api.reach.remedies(plan, props.id, signal),
  { isAsked: isWanted, showsTrouble: true },
)

const whereIs = ({ place }: ReachRemedy) =>
  (place && roomAt(open.plan!.building.rooms, place.storeyId, place.at)?.name) ?? 'the house'
const words = (remedy: ReachRemedy): string =>
  ({
    addRepeater: `A repeater in ${whereIs(remedy)}`,
    moveHub: `The hub in ${whereIs(remedy)}`,
    takeCoverOff: 'Out of what is round it',
  })[remedy.kind]

function doing({ kind, place, specId }: ReachRemedy): Command {
  switch (kind) {
    case 'addRepeater':
      return addRepeater(repeaterAt(open.plan!, specId!, place!))
    case 'moveHub':
      return editHub(open.plan!.installation.hubs[0]!.id, (hub) => void (hub.place = place))
    case 'takeCoverOff':
      return editSensor(props.id, (sensor) => void (sensor.cover = 'none'))
  }
}

const rows = computed(() =>
  (data.value ?? []).map((remedy) => ({
    remedy,
    text: words(remedy),
    after: decibels(remedy.afterDb),
    weakest: remedy.weakestDb == null ? 'nothing' : decibels(remedy.weakestDb),
  })),
)
</script>

<template>
  <section class="mt-3" data-testid="reach-remedies">
    <button v-if="!isWanted" type="button" class="act" @click="isWanted = true">Try what helps</button>
    <p v-else-if="trouble" role="alert" class="text-clay font-semibold">{{ trouble }}</p>
    <p v-else-if="!data && isFetching" class="text-faded">Trying places for a repeater and the hub …</p>
    <p v-else-if="!rows.length" class="text-faded">
      Nothing that was tried helps: a repeater, the hub elsewhere, no lid. Link it directly, or lay it
      elsewhere.
    </p>
    <ul v-else class="space-y-2">
      <li v-for="{ remedy, text, after, weakest } in rows" :key="remedy.kind">
        <strong class="figures">{{ after }}</strong> {{ text }}
        <span class="text-faded block text-[13.5px]">
          the weakest of all then has {{ weakest }}
          <button
            type="button"
            class="act-quiet"
            :aria-label="`Do this: ${text}`"
            @click="open.edit('reach remedy', doing(remedy))"
          >
            Do this
          </button>
        </span>
      </li>
    </ul>
  </section>
</template>
