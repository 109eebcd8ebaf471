<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { freshId } from '@/site/names'
import { addStopValve, removeStopValve } from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { useSelectedMain } from '@/site/selectedMain'
import CautionLine from '@/ui/CautionLine.vue'
import MainPicker from '@/site/parts/MainPicker.vue'
import StagePage from '@/site/parts/StagePage.vue'
import SwitchField from '@/ui/SwitchField.vue'
import { show } from '@/ui/units'
import CardStrip from './survey/CardStrip.vue'
import { isMultiTurn } from '@/ui/words'
import { cardsOf } from './survey/cards'
import SurveyCardSheet from './survey/SurveyCardSheet.vue'
import ValveSketch from './survey/ValveSketch.vue'
import ChoiceOfMain from './ChoiceOfMain.vue'

const open = useOpenPlan()
const preferences = usePreferences()
const route = useRoute()
const router = useRouter()
const { main, drive, assessed } = useSelectedMain()

const cards = computed(() => cardsOf(main.value))
const at = computed(() =>
  Math.max(
    0,
    cards.value.findIndex((c) => c.id === route.query.card),
  ),
)
const card = computed(() => cards.value[at.value]!)
const go = (to: number) => router.replace({ query: { ...route.query, card: cards.value[to]!.id } })

const spec = computed(() => open.plan!.catalogue.drives.find((d) => d.id === drive.value?.specId))

/** Where one main can be added: one more beside it, or one in line behind a pipe. */
async function addMain() {
  const id = freshId('main', open.plan!.building.stopValves)
  await open.edit('main added', addStopValve(id))
  await router.replace({ query: { main: id, card: 'valve' } })
}

const uses = computed(() => {
  const { plan } = open
  const id = main.value.id
  return (
    plan!.building.pipes.filter((p) => p.stopValveId === id).length +
    [plan!.building.supply.tank, plan!.building.supply.pump].filter((t) => t?.afterStopValveId === id)
      .length +
    plan!.installation.rules.filter((r) => r.stopValveIds?.includes(id)).length
  )
})

async function removeMain() {
  const { id } = main.value
  await open.edit('main removed', removeStopValve(id))
  await router.replace({ query: {} })
}
</script>

<template>
  <StagePage
    stage="main"
    wide-figure
    title="The stop valve"
    lead="The valve that stops all the water, what feeds it, and what hangs on it. Whatever you leave unmeasured stays open and widens the figures."
  >
    <template #figure>
      <ValveSketch
        :main="main"
        :asked="preferences.survey === 'cards' ? card.asked : 'none'"
        :spec="spec"
        class="bg-sheet mb-4 rounded-sm p-2"
        :class="{ 'max-lg:hidden': preferences.survey === 'cards' && card.asked === 'none' }"
      />
      <p v-if="assessed?.drive.breakawayNm != null" class="mb-4 text-[13.5px]">
        Breakaway
        <strong class="figures">{{ show('torque', assessed.drive.breakawayNm, preferences.system) }}</strong>
        <span class="text-faded">, {{ assessed.drive.basis }}</span>
      </p>
    </template>

    <MainPicker />
    <div class="mb-4 flex flex-wrap items-center justify-between gap-x-5 gap-y-2">
      <SwitchField
        label="Card by card"
        :value="preferences.survey === 'cards'"
        :apply="(on) => (preferences.survey = on ? 'cards' : 'sheet')"
      />
      <span class="flex flex-wrap gap-1">
        <button type="button" class="act-quiet" @click="addMain">Add another stop valve</button>
        <button
          v-if="open.plan!.building.stopValves.length > 1"
          type="button"
          class="act-quiet text-clay"
          :disabled="uses > 0"
          :title="uses ? 'Pipes, rules, a tank or a pump name it.' : undefined"
          @click="removeMain"
        >
          Take {{ main.name }} out
        </button>
      </span>
    </div>
    <ChoiceOfMain v-if="assessed?.rank != null" class="mb-5" />
    <CautionLine v-if="isMultiTurn(main)" class="mb-4">
      Have this valve replaced by a quarter-turn valve first, by a plumber, behind an upstream stop that is
      known to close. What is asked here is what the replacement needs.
    </CautionLine>

    <template v-if="preferences.survey === 'cards'">
      <CardStrip :at="at" class="mb-3 max-sm:hidden" @go="go" />
      <Disclosure v-slot="{ close }" as="div" class="mb-3 sm:hidden">
        <DisclosureButton class="act-quiet -ml-2">All cards</DisclosureButton>
        <DisclosurePanel class="mt-2"><CardStrip :at="at" @go="(to) => (go(to), close())" /></DisclosurePanel>
      </Disclosure>
      <SurveyCardSheet :key="card.id + main.id" :card="card" />
      <div class="mt-4 flex items-center justify-between">
        <button type="button" class="act-quiet" :disabled="at === 0" @click="go(at - 1)">Back</button>
        <span class="text-faded text-[13.5px] tabular-nums">{{ at + 1 }} of {{ cards.length }}</span>
        <button type="button" class="act" :disabled="at === cards.length - 1" @click="go(at + 1)">
          Next
        </button>
      </div>
    </template>
    <div v-else class="space-y-4">
      <SurveyCardSheet v-for="one in cards" :key="one.id + main.id" :card="one" />
    </div>
  </StagePage>
</template>
