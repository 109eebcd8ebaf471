<script setup lang="ts">
import { computed } from 'vue'
import { useOpenPlan } from '@/site/openPlan'
import { useSelectedMain } from '@/site/selectedMain'
import { usePhotographs } from '@/site/photographs'
import { cardsOf, openAnswers } from './cards'

/** All cards of the survey at a glance: which is open, and how much of each is still to be answered. */
defineProps<{ at: number }>()
const emit = defineEmits<{ go: [to: number] }>()

const open = useOpenPlan()
const photographs = usePhotographs()
const { main } = useSelectedMain()
const cards = computed(() =>
  cardsOf(main.value).map((card) => ({
    ...card,
    left: openAnswers(card, main.value, open.plan!, photographs.ofMain(main.value.id).length),
  })),
)
</script>

<template>
  <ol class="flex flex-wrap gap-1.5" aria-label="Cards of the survey">
    <li v-for="(card, i) in cards" :key="card.id">
      <button
        type="button"
        class="flex items-center gap-1.5 rounded-sm border px-2 py-1 text-[13px]"
        :class="i === at ? 'border-moss bg-moss-wash font-bold' : 'border-rule bg-sheet hover:border-moss'"
        :aria-current="i === at ? 'step' : undefined"
        @click="emit('go', i)"
      >
        {{ card.title }}
        <span
          class="figures"
          :class="card.left ? 'text-ochre' : 'text-moss'"
          :title="card.left ? `${card.left} not answered` : 'answered'"
        >
          <span class="sr-only">{{ card.left ? 'not answered: ' : 'answered' }}</span>
          {{ card.left || '✓' }}
        </span>
      </button>
    </li>
  </ol>
</template>
