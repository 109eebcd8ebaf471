<script setup lang="ts">
import { computed } from 'vue'
import type { Rehearsed } from '@/api/types'
import { usePreferences } from '@/site/preferences'
import { show, volumeWord } from '@/ui/units'
import { phases, phaseWords } from '@/ui/words'
import { phaseFill } from './phaseLook'

/** Litres by phase; they add up to the total. */
const props = defineProps<{ rehearsed: Rehearsed }>()

const preferences = usePreferences()
const rows = computed(() =>
  phases.map((phase) => ({
    phase,
    volumeM3: props.rehearsed.spans.filter((s) => s.phase === phase).reduce((sum, s) => sum + s.volumeM3, 0),
  })),
)
const total = computed(() => rows.value.reduce((sum, row) => sum + row.volumeM3, 0))
const parts = computed(() =>
  (
    [
      ['pipes', props.rehearsed.drainDown.pipesM3],
      ['tank', props.rehearsed.drainDown.tankM3],
      ['heater', props.rehearsed.drainDown.heaterM3],
    ] as const
  ).filter(([, volume]) => volume > 0),
)
</script>

<template>
  <section>
    <h2 class="mb-2 font-bold">{{ volumeWord(preferences.system) }} by phase</h2>
    <table class="w-full">
      <tbody>
        <tr v-for="row in rows" :key="row.phase">
          <th scope="row" class="py-1 text-left font-normal">
            <span class="mr-2 inline-block size-3" :class="phaseFill[row.phase].swatch" aria-hidden="true" />
            {{ phaseWords[row.phase] }}
            <span v-if="row.phase === 'drainDown' && parts.length" class="text-faded text-[13px]">
              {{
                parts
                  .map(([name, volume]) => `${name} ${show('volume', volume, preferences.system)}`)
                  .join(', ')
              }}, at the most
            </span>
          </th>
          <td class="figures py-1 text-right align-baseline">
            {{ show('volume', row.volumeM3, preferences.system) }}
          </td>
        </tr>
      </tbody>
      <tfoot>
        <tr class="border-ink border-t">
          <th scope="row" class="py-1 text-left">Together</th>
          <td class="figures py-1 text-right font-bold">{{ show('volume', total, preferences.system) }}</td>
        </tr>
      </tfoot>
    </table>
  </section>
</template>
