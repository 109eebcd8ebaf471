<script setup lang="ts">
import { computed } from 'vue'
import { useOpenPlan } from '@/site/openPlan'
import { useSelectedMain } from '@/site/selectedMain'
import { putAt, valueAt } from '@/ui/paths'
import CautionLine from '@/ui/CautionLine.vue'
import PipeList from '../PipeList.vue'
import PhotographList from '../photographs/PhotographList.vue'
import { askedFields, type SurveyCard } from './cards'
import { isOpen } from './fields'
import ObstacleList from './ObstacleList.vue'
import SurveyFieldInput from './SurveyFieldInput.vue'

/** One card: what to do, what can hurt, and its answers. */
const props = defineProps<{ card: SurveyCard }>()

const open = useOpenPlan()
const { main, edit } = useSelectedMain()
/** Questions whose answer is mostly no: those still open are answered in one press. */
const openQuestions = computed(() =>
  props.card.areMostlyNo ? fields.value.filter((f) => f.type === 'answer' && isOpen(f, main.value)) : [],
)
const answerNone = () =>
  edit('none of these', (draft) => openQuestions.value.forEach((f) => putAt(draft, f.path, 'no')))

const pipeSides = ['material', 'outsideDiameterM', 'straightM', 'elbow'] as const
const isSame = computed(() =>
  pipeSides.every(
    (key) => valueAt(main.value, `pipeAfter.${key}`) === valueAt(main.value, `pipeBefore.${key}`),
  ),
)
const copySide = () =>
  edit('pipe after as before', (draft) => {
    draft.pipeAfter = { ...draft.pipeBefore }
  })

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
    <button v-if="openQuestions.length > 1" type="button" class="act mt-4" @click="answerNone">
      None of these {{ openQuestions.length }}
    </button>
    <button v-if="card.id === 'pipe' && !isSame" type="button" class="act mt-4" @click="copySide">
      After the valve as before it
    </button>
    <ObstacleList v-if="card.part === 'obstacles'" />
    <PhotographList v-else-if="card.part === 'photographs'" />
    <PipeList v-else-if="card.part === 'pipes'" />
  </section>
</template>
