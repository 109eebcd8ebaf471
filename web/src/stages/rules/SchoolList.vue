<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { api } from '@/api/client'
import type { SchoolOutcome } from '@/api/types'
import { takeSchool } from '@/site/commands/ruled'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { usePreferences } from '@/site/preferences'
import { figure, show } from '@/ui/units'
import { faults } from '@/ui/words'

/** Starting sets of rules, each with what it costs on this house, before one is taken. */
const open = useOpenPlan()
const preferences = usePreferences()
const isShown = ref(open.plan!.installation.rules.length === 0)
const isAsked = computed(() => isShown.value && open.plan!.installation.sensors.length > 0)
const { data, trouble } = usePlanQuery(() => ['schools'], api.trySchools, { isAsked, showsTrouble: true })

const words: Record<SchoolOutcome['school'], { name: string; hint: string }> = {
  asItIs: { name: 'As it is now', hint: '' },
  atOnce: { name: 'At once', hint: 'whoever is home' },
  confirmed: { name: 'After a minute', hint: 'unless it dries, whoever is home' },
  byMode: {
    name: 'By who is home',
    hint: 'at once when nobody is, after a minute unless it dries when somebody is',
  },
  tellAtHome: { name: 'Tell when home', hint: 'at once when nobody is, only told when somebody is' },
  hubAndLinks: { name: 'Hub and direct links', hint: 'at once, twice: link each with the valve shut' },
}
/** Of leaks that end; none does where nothing closes a valve. */
const litres = (m3: number | null, none: string) =>
  m3 == null ? none : show('volume', m3, preferences.system)
const hasNoDrive = computed(() => open.plan!.installation.drives.length === 0)
const rows = computed(() => (data.value ?? []).filter((s) => s.school !== 'asItIs' || s.rules.length > 0))
const hasRates = computed(() => rows.value.some((s) => s.falseClosingsPerYear != null))
/** What it does is seen in the grid, which comes up to where the table was. */
async function take(school: SchoolOutcome) {
  await open.edit('starting set', takeSchool(school))
  isShown.value = false
}
const isTaken = (school: SchoolOutcome) =>
  JSON.stringify([school.rules, school.links]) ===
  JSON.stringify([data.value?.[0]?.rules, data.value?.[0]?.links])
</script>

<template>
  <section v-if="open.plan!.installation.sensors.length" aria-label="Starting sets">
    <button type="button" class="act-quiet -ml-2" :aria-expanded="isShown" @click="isShown = !isShown">
      {{ isShown ? '− Starting sets' : '+ Starting sets, with what each costs here' }}
    </button>
    <p v-if="isShown && hasNoDrive" class="mt-1 max-w-prose">
      <RouterLink :to="{ name: 'drive' }" class="text-moss underline underline-offset-2"
        >Choose a drive first</RouterLink
      >: nothing turns a stop valve yet, and no set ends a leak without one.
    </p>
    <p v-if="trouble" role="alert" class="text-clay font-semibold">{{ trouble }}</p>
    <!-- As high as the table will be, so that nothing below moves when it comes. -->
    <p
      v-if="isShown && !data && !trouble"
      class="text-faded bg-sheet mt-1 min-h-133 rounded-sm p-3 max-md:min-h-190"
    >
      Each is being tried on this house …
    </p>
    <div v-if="isShown && data" class="relative mt-1 overflow-x-auto">
      <table class="bg-sheet w-full min-w-110 rounded-sm md:min-w-140">
        <thead class="text-faded text-left text-[13px]">
          <tr>
            <th scope="col" class="px-2 py-1.5 font-normal md:px-3">Close</th>
            <th scope="col" class="px-2 py-1.5 text-right font-normal md:px-3">Leaks that run on</th>
            <th scope="col" class="px-2 py-1.5 text-right font-normal md:px-3">
              Lost at most, where it ends
            </th>
            <th scope="col" class="px-2 py-1.5 text-right font-normal md:px-3">on average</th>
            <th scope="col" class="px-2 py-1.5 text-right font-normal md:px-3">Faults that let one run</th>
            <th v-if="hasRates" scope="col" class="px-2 py-1.5 text-right font-normal md:px-3">
              Closed for nothing a year
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="school in rows" :key="school.school" class="border-rule border-t">
            <th scope="row" class="px-2 py-1.5 text-left font-normal md:px-3">
              <span class="font-semibold">{{ words[school.school].name }}</span>
              <span class="text-faded block text-[12.5px]">{{ words[school.school].hint }}</span>
              <span v-if="school.school !== 'asItIs' && isTaken(school)" class="text-faded block">taken</span>
              <button
                v-else-if="school.school !== 'asItIs'"
                type="button"
                class="act-quiet -ml-2"
                :aria-label="`Take it: ${words[school.school].name}`"
                @click="take(school)"
              >
                Take it
              </button>
            </th>
            <td
              class="figures px-2 text-right whitespace-nowrap md:px-3"
              :class="{ 'text-clay text-[17px] font-bold': school.leaksThatRunOn }"
            >
              {{ school.leaksThatRunOn }} of {{ school.leaks }}
            </td>
            <td
              class="figures px-2 text-right text-[17px] font-bold whitespace-nowrap md:px-3"
              :class="school.worstM3 == null ? 'text-clay' : 'text-river'"
            >
              {{ litres(school.worstM3, 'no end') }}
            </td>
            <td class="figures text-river px-2 text-right whitespace-nowrap md:px-3">
              {{ litres(school.meanM3, '–') }}
            </td>
            <td class="figures px-2 text-right md:px-3">
              {{
                school.faultsThatLetRun == null
                  ? '–'
                  : `${figure(school.faultsThatLetRun)} of ${faults.length}`
              }}
            </td>
            <td v-if="hasRates" class="figures px-2 text-right md:px-3">
              {{ school.falseClosingsPerYear == null ? '' : figure(school.falseClosingsPerYear) }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="isShown" class="text-faded mt-1 text-[12.5px]">
      With nothing broken: leaks that run on in some mode, and what the others lose; then how many single
      faults let a leak run, on average. Taking one puts it in place of all rules and direct links; Undo
      brings them back.
    </p>
  </section>
</template>
