<script setup lang="ts">
import { computed } from 'vue'
import type { Mode } from '@/api/types'
import { leaksOf } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import ChangedFigure from '@/ui/ChangedFigure.vue'
import { lostText } from '@/ui/outcomes'
import SeverityMark from '@/ui/SeverityMark.vue'
import { modes, modeWords } from '@/ui/words'

/** Every leak in every mode. */
defineProps<{ leakId: string; mode: Mode }>()
const emit = defineEmits<{ pick: [query: { leak: string; mode: Mode }] }>()

const open = useOpenPlan()
const preferences = usePreferences()

const rows = computed(() =>
  leaksOf(open.plan!).map(({ leak, room }) => ({
    leak,
    room,
    cells: modes.map((mode) => ({
      mode,
      now: open.outcomeOf(open.assessment, leak.id, mode),
      before: open.outcomeOf(open.savedAssessment, leak.id, mode),
    })),
  })),
)
</script>

<template>
  <section>
    <h2 class="mb-2 text-lg font-bold">Every leak, every mode</h2>
    <div class="relative overflow-x-auto">
      <table class="w-full min-w-150">
        <thead>
          <tr class="border-ink border-b text-left">
            <th scope="col" class="py-1.5">Leak</th>
            <th v-for="m in modes" :key="m" scope="col" class="py-1.5 text-right">{{ modeWords[m] }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.leak.id" class="border-rule border-b">
            <th scope="row" class="py-1 text-left font-normal">
              {{ row.leak.name }} <span class="text-faded block text-[13px]">{{ row.room.name }}</span>
            </th>
            <td v-for="cell in row.cells" :key="cell.mode" class="py-1 text-right">
              <button
                type="button"
                class="hover:bg-moss-wash inline-flex items-center gap-1.5 rounded-xs px-1.5 py-0.5"
                :class="{
                  'outline-moss outline-2': row.leak.id === leakId && cell.mode === mode,
                  'text-clay font-bold': cell.now?.endless,
                }"
                @click="emit('pick', { leak: row.leak.id, mode: cell.mode })"
              >
                <span class="sr-only">
                  Rehearse {{ row.leak.name }}, {{ row.room.name }}, {{ modeWords[cell.mode] }}:
                </span>
                <SeverityMark v-if="cell.now?.endless" severity="stop" :size="11" />
                <ChangedFigure
                  v-if="cell.now"
                  :now="lostText(cell.now, preferences.system)"
                  :before="cell.before && lostText(cell.before, preferences.system)"
                />
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
