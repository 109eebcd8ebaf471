<script setup lang="ts">
import { computed } from 'vue'
import { useOpenPlan } from '@/site/openPlan'
import { useSelectedMain } from '@/site/selectedMain'
import CautionLine from '@/ui/CautionLine.vue'
import PipeList from '../PipeList.vue'
import PhotographList from '../photographs/PhotographList.vue'
import { askedFields, type SurveyCard } from './cards'
import ObstacleList from './ObstacleList.vue'
import SurveyFieldInput from './SurveyFieldInput.vue'

/** One card: what to do, what can hurt, and its answers. */
const props = defineProps<{ card: SurveyCard }>()

const open = useOpenPlan()
const { main } = useSelectedMain()
const fields = computed(() => askedFields(props.card, main.value, open.plan!))
</script>

<template>
  <section class="bg-sheet rounded-sm p-4" :aria-label="card.title">
    <h2 class="text-lg font-bold">{{ card.title }}</h2>
    <p class="text-faded mb-3 max-w-prose">{{ card.lead }}</p>
    <CautionLine v-if="card.caution" class="mb-4">{{ card.caution }}</CautionLine>
    <div v-if="fields.length" class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
      <SurveyFieldInput v-for="field in fields" :key="field.path" :field="field" :of-plan="card.ofPlan" />
    </div>
    <ObstacleList v-if="card.part === 'obstacles'" />
    <PhotographList v-else-if="card.part === 'photographs'" />
    <PipeList v-else-if="card.part === 'pipes'" />
  </section>
</template>
