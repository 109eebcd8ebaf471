<script setup lang="ts">
import { computed } from 'vue'
import { useOpenPlan } from '@/site/openPlan'

/** Where mains stand in line: which is the best place for a drive, and why. */
const open = useOpenPlan()
const ranked = computed(() =>
  (open.assessment?.stopValves ?? [])
    .map((assessed, i) => ({ ...assessed, name: open.plan!.building.stopValves[i]!.name }))
    .filter((m) => m.rank != null)
    .sort((a, b) => a.rank! - b.rank!),
)
</script>

<template>
  <section class="bg-sheet rounded-sm p-4" aria-label="Which stop valve gets the drive">
    <h2 class="mb-2 font-bold">Which stop valve gets the drive</h2>
    <ol class="space-y-2">
      <li v-for="main in ranked" :key="main.stopValveId" class="grid grid-cols-[1.5rem_1fr] gap-x-2">
        <span class="figures text-lg leading-tight font-bold">{{ main.rank }}</span>
        <div>
          <span class="font-semibold">{{ main.name }}</span>
          <ul class="flex flex-wrap gap-x-4 text-[13.5px]">
            <li v-for="reason in main.reasons" :key="reason.text" :class="reason.for ? '' : 'text-clay'">
              <span aria-hidden="true">{{ reason.for ? '+' : '−' }}</span>
              <span class="sr-only">{{ reason.for ? 'for it: ' : 'against it: ' }}</span>
              {{ reason.text }}
            </li>
          </ul>
        </div>
      </li>
    </ol>
    <p class="text-faded mt-2 text-[13px]">
      A hand valve left in place upstream is worth keeping as a last resort.
    </p>
  </section>
</template>
