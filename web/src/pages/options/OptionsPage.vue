<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import type { OptionAssessment } from '@/api/types'
import { freshId, leaksOf } from '@/site/names'
import { keepOption, removeOption, takeOption } from '@/site/commands/installation'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { usePreferences } from '@/site/preferences'
import { lostText } from '@/ui/outcomes'
import { priceText } from '@/ui/price'
import SheetSection from '@/ui/SheetSection.vue'
import { figure, volumeWord } from '@/ui/units'
import { useApply } from '@/ui/useApply'

/** Other choices for the same building, two or three side by side. */
const MOST_COLUMNS = 3

const open = useOpenPlan()
const preferences = usePreferences()
const { error, attempt } = useApply(() => '/options')
const name = ref('')
const chosen = ref<(string | null)[] | null>(null)

const { data } = usePlanQuery(['comparison'], api.compare)
const compared = computed(() => data.value ?? [])

const keyOf = (option: OptionAssessment) => option.optionId ?? null
const columns = computed(() => {
  const keys = chosen.value ?? compared.value.slice(0, MOST_COLUMNS).map(keyOf)
  return compared.value.filter((option) => keys.includes(keyOf(option)))
})
function toggle(option: OptionAssessment) {
  const keys = columns.value.map(keyOf)
  const key = keyOf(option)
  chosen.value = keys.includes(key) ? keys.filter((k) => k !== key) : [...keys, key].slice(-MOST_COLUMNS)
}

interface Line {
  name: string
  texts: string[]
  /** Index of the columns with the best value, where one is better than another. */
  best: number[]
}

function line(
  title: string,
  read: (option: OptionAssessment) => string,
  rank?: (option: OptionAssessment) => number,
): Line {
  const texts = columns.value.map(read)
  const ranks = rank ? columns.value.map(rank) : []
  const least = Math.min(...ranks)
  const differs = ranks.some((r) => r !== least)
  return { name: title, texts, best: differs ? ranks.flatMap((r, i) => (r === least ? [i] : [])) : [] }
}

/** Endless is worse than not known, and that worse than any number of litres. */
const badness = (outcome: OptionAssessment['leaks'][number] | null | undefined) =>
  !outcome ? 0 : outcome.endless ? 2e12 : (outcome.lostM3.high ?? 1e12)

const lines = computed<Line[]>(() => [
  line('Drives', (o) => o.drives.join(', ') || 'none'),
  line('Sensors', (o) => `${o.sensors}`),
  line(
    'Price',
    (o) =>
      `${o.tally.price.unpriced ? 'at least ' : ''}${priceText(o.tally.price.amount, o.tally.price.currency)}`,
    (o) => o.tally.price.amount,
  ),
  line(
    `${volumeWord(preferences.system)} lost at most`,
    (o) => (o.tally.worst ? lostText(o.tally.worst, preferences.system) : 'no leak yet'),
    (o) => badness(o.tally.worst),
  ),
  line(
    'Leaks nobody would stop',
    (o) => `${o.tally.notStopped.length}`,
    (o) => o.tally.notStopped.length,
  ),
  line(
    'Torque in hand',
    (o) => (o.tally.torqueRatio == null ? 'not known' : `${figure(o.tally.torqueRatio)} ×`),
    (o) => -(o.tally.torqueRatio ?? 0),
  ),
  line(
    'Must be done',
    (o) => `${o.tally.stops}`,
    (o) => o.tally.stops,
  ),
  line(
    'Should be done',
    (o) => `${o.tally.cautions}`,
    (o) => o.tally.cautions,
  ),
])
const leakLines = computed<Line[]>(() =>
  leaksOf(open.plan!).map(({ room, leak }) => {
    const of = (option: OptionAssessment) => option.leaks.find((l) => l.leakId === leak.id)
    return line(
      `${leak.name}, ${room.name}`,
      (o) => {
        const outcome = of(o)
        return outcome ? lostText(outcome, preferences.system) : ''
      },
      (o) => badness(of(o)),
    )
  }),
)

async function keep() {
  const called = name.value.trim()
  if (!called) {
    error.value = 'Give the option a name first, such as “as quoted”.'
    return
  }
  const id = freshId(called, open.plan!.options)
  if (await attempt(() => open.edit('option kept', keepOption(id, called)))) name.value = ''
}

/** Puts an option's choices into the plan; what the plan had stays one undo away. */
const take = (id: string) => attempt(() => open.edit('option taken', takeOption(id)))
const remove = (id: string) => attempt(() => open.edit('option removed', removeOption(id)))
</script>

<template>
  <div class="mx-auto max-w-6xl">
    <h1 class="text-2xl leading-tight font-bold">Options</h1>
    <p class="text-faded mb-5 max-w-prose">
      Keep what is chosen now under a name, change the plan, and hold the two against each other: drives,
      sensors, hub and rules differ, the building stays.
    </p>
    <SheetSection title="Keep what is chosen now">
      <form class="flex max-w-xl items-end gap-3" @submit.prevent="keep">
        <label class="grow">
          <span class="font-semibold">Name of the option</span>
          <input
            v-model="name"
            class="field mt-1"
            maxlength="120"
            autocomplete="off"
            placeholder="as quoted"
          />
        </label>
        <button type="submit" class="act">Keep as an option</button>
      </form>
      <p v-if="error" role="alert" class="text-clay mt-2 font-semibold">{{ error }}</p>
    </SheetSection>

    <SheetSection
      v-if="compared.length > 1"
      title="Side by side"
      lead="Two or three at a time; the better of each line is marked."
    >
      <div v-if="compared.length > MOST_COLUMNS" class="mb-3 flex flex-wrap gap-1.5">
        <label
          v-for="option in compared"
          :key="option.optionId ?? ''"
          class="flex cursor-pointer items-center gap-1.5 rounded-sm border px-2 py-1"
          :class="columns.includes(option) ? 'border-moss bg-moss-wash' : 'border-rule bg-sheet'"
        >
          <input
            type="checkbox"
            class="accent-moss size-4"
            :checked="columns.includes(option)"
            @change="toggle(option)"
          />
          {{ option.name }}
        </label>
      </div>
      <div class="relative overflow-x-auto">
        <table class="bg-sheet w-full rounded-sm text-left" :class="{ 'min-w-[34rem]': columns.length > 2 }">
          <thead>
            <tr class="border-rule border-b align-bottom">
              <td class="w-1/4 px-3 py-2"></td>
              <th
                v-for="option in columns"
                :key="option.optionId ?? ''"
                class="px-3 py-2 font-bold"
                scope="col"
              >
                {{ option.name }}
                <span v-if="option.optionId" class="mt-0.5 flex flex-wrap gap-x-1 font-normal">
                  <button
                    type="button"
                    class="act-quiet -ml-2 py-0.5 text-[13px]"
                    @click="take(option.optionId)"
                  >
                    Take it
                  </button>
                  <button
                    type="button"
                    class="act-quiet text-clay py-0.5 text-[13px]"
                    @click="remove(option.optionId)"
                  >
                    Drop it
                  </button>
                </span>
              </th>
            </tr>
          </thead>
          <tbody v-for="(block, b) in [lines, leakLines]" :key="b" class="border-rule border-b">
            <tr v-if="b === 1 && block.length">
              <th class="text-faded px-3 pt-3 pb-1 text-[13px] font-semibold" :colspan="columns.length + 1">
                {{ volumeWord(preferences.system) }} lost of each leak, at most
              </th>
            </tr>
            <tr v-for="row in block" :key="row.name">
              <th class="px-3 py-1 font-normal" scope="row">{{ row.name }}</th>
              <td
                v-for="(text, i) in row.texts"
                :key="i"
                class="px-3 py-1 tabular-nums"
                :class="row.best.includes(i) ? 'text-moss font-bold' : row.best.length ? '' : 'text-faded'"
              >
                {{ text }}<span v-if="row.best.includes(i)" class="sr-only"> (better)</span>
                <span v-if="row.best.includes(i)" aria-hidden="true"> ✓</span>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </SheetSection>
    <p v-else class="text-faded">No option is kept yet, so there is nothing to compare.</p>
  </div>
</template>
