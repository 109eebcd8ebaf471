<script setup lang="ts">
import { computed } from 'vue'
import type { Plan, Rehearsed } from '@/api/types'
import { usePreferences } from '@/site/preferences'
import { duration, show } from '@/ui/units'
import { eventWords } from '@/ui/words'
import { whoOf } from './who'

/** What happens in order of time, numbered as on the strip, with who decided. */
const props = defineProps<{ rehearsed: Rehearsed; plan: Plan }>()

const preferences = usePreferences()
const rows = computed(() =>
  props.rehearsed.events.map((event) => ({
    ...event,
    who: whoOf(event, props.plan),
  })),
)
</script>

<template>
  <section>
    <h2 class="mb-2 font-bold">In order of time</h2>
    <ol class="space-y-1.5">
      <li
        v-for="(row, i) in rows"
        :key="i"
        class="grid grid-cols-[1.6rem_5.5rem_1fr_auto] items-baseline gap-x-2"
      >
        <span
          class="figures bg-ink text-sheet grid size-5 place-items-center rounded-full text-[12px] font-bold"
        >
          {{ i + 1 }}
        </span>
        <span class="figures text-[13.5px]">{{ duration(row.timeS) }}</span>
        <span class="min-w-0">
          {{ eventWords[row.kind] }}
          <span v-if="row.who" class="text-faded block text-[13px]">{{ row.who }}</span>
        </span>
        <span class="figures text-faded text-[13.5px]">{{
          show('volume', row.volumeM3, preferences.system)
        }}</span>
      </li>
    </ol>
  </section>
</template>
