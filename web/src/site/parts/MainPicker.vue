<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import type { StopValveAssessment } from '@/api/types'
import { useOpenPlan } from '@/site/openPlan'
import { useSelectedMain } from '@/site/selectedMain'

/** Which of several mains the page is about; nothing where there is one. */
const open = useOpenPlan()
const route = useRoute()
const { index } = useSelectedMain()

const roleWords: Record<StopValveAssessment['role'], string> = {
  driven: 'has a drive',
  candidate: 'no drive yet',
  handValve: 'stays a hand valve',
}
const mains = computed(() =>
  (open.plan?.building.stopValves ?? []).map((main, i) => {
    const assessed = open.assessment?.stopValves[i]
    return {
      id: main.id,
      name: main.name,
      words: [
        assessed ? roleWords[assessed.role] : '',
        assessed
          ? `stops ${assessed.stopsLeaks.length} ${assessed.stopsLeaks.length === 1 ? 'leak' : 'leaks'}`
          : '',
      ]
        .filter(Boolean)
        .join(', '),
      best: assessed?.rank === 1,
    }
  }),
)
</script>

<template>
  <nav v-if="mains.length > 1" aria-label="Stop valves" class="mb-5 flex flex-wrap gap-2">
    <RouterLink
      v-for="(main, i) in mains"
      :key="main.id"
      :to="{ query: { ...route.query, main: main.id } }"
      :aria-current="i === index ? 'true' : undefined"
      class="min-w-36 rounded-sm border px-3 py-1.5"
      :class="i === index ? 'border-moss bg-moss-wash' : 'border-rule bg-sheet hover:border-moss'"
    >
      <span class="flex items-baseline justify-between gap-3 font-bold">
        {{ main.name }}
        <span v-if="main.best" class="text-moss text-[12.5px] font-semibold">best place</span>
      </span>
      <span class="text-faded block text-[12.5px]">{{ main.words }}</span>
    </RouterLink>
  </nav>
</template>
