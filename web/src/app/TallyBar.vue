<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { leakName, leaksOf } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { tallyTexts } from '@/site/tally'
import ChangedFigure from '@/ui/ChangedFigure.vue'
import { marginText } from '@/ui/margins'
import { modeWords } from '@/ui/words'
import type { Assessment } from '@/api/types'
import { volumeWord } from '@/ui/units'

/** The figures that are always in sight, each leading to its cause, each marked until it is saved. */
const open = useOpenPlan()
const preferences = usePreferences()
/** One line of figures, where the page below needs the window. */
const props = defineProps<{ isOneLine: boolean }>()
const emit = defineEmits<{ findings: [] }>()

const now = computed(() => read(open.assessment))
const before = computed(() => read(open.savedAssessment))

function read(assessment: Assessment | null) {
  if (!assessment) return null
  return {
    ...tallyTexts(assessment.tally, preferences.system),
    weakest: assessment.reach.weakest
      ? marginText(assessment.reach.weakest.marginDb, assessment.reach.weakest.isBlocked)
      : 'not known',
  }
}

/** Several figures that were others leave no room for what they were. */
const isCrowded = computed(() => {
  const [is, was] = [now.value, before.value]
  const changed =
    is && was ? Object.entries(is).filter(([name, text]) => was[name as keyof typeof was] !== text) : []
  return changed.length > (props.isOneLine ? 1 : 2)
})

const weakest = computed(() => open.assessment?.reach.weakest)
const worst = computed(() => open.assessment?.tally.worst)
const leakCount = computed(() => (open.plan ? leaksOf(open.plan).length : 0))
/** Leaks whose water no stop valve can stop are counted apart. */
const beyond = computed(() => open.assessment?.tally.beyondValves?.length ?? 0)
const firstNotStopped = computed(() =>
  open.assessment?.leaks.find((l) => l.endless && l.leakId === open.assessment?.tally.notStopped[0]),
)
const to = (stage: string) => `/sites/${open.siteId}/${stage}`
</script>

<template>
  <div
    v-if="now && open.plan"
    class="bg-sheet border-rule overflow-x-auto border-b"
    :class="{ 'tally-line': isOneLine, 'tally-crowded': isCrowded }"
    role="region"
    aria-label="Tally"
  >
    <div class="flex min-w-max items-stretch divide-x divide-(--rule)">
      <RouterLink
        class="tally"
        :to="worst ? { path: to('rehearse'), query: { leak: worst.leakId, mode: worst.mode } } : to('rooms')"
      >
        <span class="tally-name">{{ volumeWord(preferences.system) }} lost at most</span>
        <ChangedFigure
          class="text-[22px] font-bold"
          :class="{ 'text-clay': worst?.endless }"
          :now="now.worst"
          :before="before?.worst"
        />
        <span v-if="worst" class="text-faded block max-w-56 truncate text-[12.5px]">
          {{ leakName(open.plan, worst.leakId) }}, {{ modeWords[worst.mode].toLowerCase() }}
        </span>
      </RouterLink>
      <RouterLink
        class="tally"
        :to="{
          path: to('rehearse'),
          query: firstNotStopped ? { leak: firstNotStopped.leakId, mode: firstNotStopped.mode } : {},
        }"
      >
        <span class="tally-name">Leaks nobody would stop</span>
        <span class="text-[22px] font-bold" :class="{ 'text-clay': now.notStopped !== '0' }">
          <ChangedFigure :now="now.notStopped" :before="before?.notStopped" />
        </span>
        <span class="text-faded block text-[12.5px]">
          of {{ leakCount - beyond }}{{ beyond ? `; ${beyond} more no valve stops` : '' }}
        </span>
      </RouterLink>
      <RouterLink class="tally" :to="to('drive')">
        <span class="tally-name">Torque in hand</span>
        <ChangedFigure class="text-[22px] font-bold" :now="now.drive" :before="before?.drive" />
        <span class="text-faded block text-[12.5px]">1.9 × is enough</span>
      </RouterLink>
      <RouterLink class="tally" :to="to('reach')">
        <span class="tally-name">Weakest reach</span>
        <ChangedFigure class="text-[22px] font-bold" :now="now.weakest" :before="before?.weakest" />
        <span class="text-faded block max-w-56 truncate text-[12.5px]">{{
          weakest ? weakest.name : 'no hub on the drawing'
        }}</span>
      </RouterLink>
      <button type="button" class="tally text-left" @click="emit('findings')">
        <span class="tally-name">Must be done</span>
        <span class="text-[22px] font-bold" :class="{ 'text-clay': now.stops !== '0' }">
          <ChangedFigure :now="now.stops" :before="before?.stops" />
        </span>
        <span class="text-faded block text-[12.5px]">show all findings</span>
      </button>
      <button type="button" class="tally text-left" @click="emit('findings')">
        <span class="tally-name">To measure</span>
        <span class="text-[22px] font-bold">
          <ChangedFigure :now="now.notMeasured" :before="before?.notMeasured" />
        </span>
        <span class="text-faded block text-[12.5px]">would narrow the figures</span>
      </button>
    </div>
  </div>
</template>
