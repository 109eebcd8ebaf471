<script setup lang="ts">
import { computed, ref } from 'vue'
import { modes, modeWords, type Choice } from '@/ui/words'
import { freshId } from '@/site/names'
import { addRule, setModesSet } from '@/site/commands/installation'
import { chooseHub } from '@/site/commands/radio'
import { useOpenPlan } from '@/site/openPlan'
import ChoiceField from '@/ui/ChoiceField.vue'
import SheetSection from '@/ui/SheetSection.vue'
import TickChoices from '@/ui/TickChoices.vue'
import StagePage from '@/site/parts/StagePage.vue'
import CheckPanel from './CheckPanel.vue'
import ContactList from './ContactList.vue'
import InputList from './InputList.vue'
import NuisancePanel from './NuisancePanel.vue'
import RuleCard from './RuleCard.vue'
import RuleGrid from './RuleGrid.vue'
import RuleVerdict from './RuleVerdict.vue'
import SchoolList from './SchoolList.vue'

const open = useOpenPlan()
const plan = computed(() => open.plan!)
const hubs = computed<Choice<string | null>[]>(() => [
  { value: null, label: 'No hub chosen' },
  ...plan.value.catalogue.hubs.map((h) => ({ value: h.id as string | null, label: h.name })),
])

const modeChoices = modes.map((value) => ({ value, label: modeWords[value] }))

/** The rule just added is unfolded. */
const added = ref('')
async function add() {
  added.value = freshId('rule', plan.value.installation.rules)
  await open.edit('rule added', addRule(added.value))
}
</script>

<template>
  <StagePage
    stage="rules"
    title="Rules"
    lead="Who closes what, when, and what the wait costs at each sensor’s worst leak. Press a cell to change it."
  >
    <SchoolList class="mb-5" />
    <RuleGrid />
    <RuleVerdict class="mb-4" />
    <SheetSection title="All rules, in their order" pointer="/installation/rules">
      <p v-if="plan.installation.rules.length === 0" class="text-faded mb-3">
        No rule yet. The first one takes all sensors, in every mode, and closes at once: change it from there.
      </p>
      <ul class="mb-3 space-y-4">
        <RuleCard
          v-for="(rule, index) in plan.installation.rules"
          :key="rule.id"
          :rule="rule"
          :index="index"
          :folded="rule.id !== added"
        />
      </ul>
      <button type="button" class="act" @click="add">Add a rule</button>
    </SheetSection>
    <SheetSection title="Who decides">
      <ChoiceField
        class="max-w-sm"
        label="Hub"
        how="It runs the rules."
        :value="plan.installation.hubs[0]?.specId ?? null"
        :choices="hubs"
        :apply="(specId) => open.edit('hub', chooseHub(specId))"
        pointer="/installation/hubs/0/specId"
      />
      <TickChoices
        class="mt-4"
        label="Modes that somebody or something sets; none ticked: not said"
        :values="plan.installation.modesSet ?? []"
        :choices="modeChoices"
        :apply="(set) => open.edit('modes that are set', setModesSet(set))"
      />
    </SheetSection>
    <SheetSection title="Who is told" pointer="/installation/contacts">
      <ContactList />
    </SheetSection>
    <SheetSection title="Buttons and switches" pointer="/installation/switches">
      <InputList />
    </SheetSection>
    <SheetSection title="What closes for nothing">
      <NuisancePanel />
    </SheetSection>
    <!-- Last, as it is longer or shorter after each edit and would move what is under the hand. -->
    <SheetSection id="check" title="In every order of events">
      <CheckPanel />
    </SheetSection>
  </StagePage>
</template>
