<script setup lang="ts">
import { computed } from 'vue'
import type { Sensor, SensorSpec } from '@/api/types'
import { useOpenPlan } from '@/site/openPlan'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { cellsAsFitted } from '@/ui/choices/cells'
import { one } from '@/ui/measured'
import { figure } from '@/ui/units'

/** How long a sensor's battery lasts where it is, and what that hangs on. */
const props = defineProps<{
  sensor: Sensor
  spec: SensorSpec
  set: (what: string, change: (sensor: Sensor) => void) => Promise<void>
  pointer: string
}>()
const open = useOpenPlan()
const life = computed(() => open.assessment?.sensorLives.find((l) => l.sensorId === props.sensor.id))
/** Beyond ten years none is trusted. */
const SHELF_YEARS = 10
const years = (value: number) => (value > SHELF_YEARS ? 'over 10 years' : `${figure(value)} years`)
</script>

<template>
  <section class="border-rule col-span-2 border-t pt-3">
    <h3 class="font-semibold">Battery</h3>
    <p v-if="life" class="mb-2">
      <strong class="figures text-[18px]" data-testid="battery-life">{{
        life.years == null ? 'Not known' : years(life.years)
      }}</strong>
      <span v-if="life.lithiumYears != null" class="text-faded block text-[13.5px]">
        {{ years(life.lithiumYears) }} with lithium cells of as much charge
      </span>
    </p>
    <p v-else class="text-faded mb-2">Add the figures of its battery in the catalogue.</p>
    <div class="grid grid-cols-2 items-end gap-3">
      <MeasureField
        label="Coldest there"
        kind="temperature"
        empty-word="a warm room"
        :values="one(sensor.coldestC)"
        :apply="(v) => set('coldest', (s) => void (s.coldestC = v?.[0] ?? null))"
        :pointer="`${pointer}/coldestC`"
      />
      <MeasureField
        label="Reports every"
        kind="duration"
        empty-word="as usual"
        :values="one(sensor.reportEveryS)"
        :apply="(v) => set('report', (s) => void (s.reportEveryS = v?.[0] ?? null))"
        :pointer="`${pointer}/reportEveryS`"
      />
      <ChoiceField
        class="col-span-2"
        label="Cells in it"
        :value="sensor.cells ?? null"
        :choices="cellsAsFitted(spec.battery?.cells)"
        :apply="(cells) => set('cells', (s) => void (s.cells = cells))"
        :pointer="`${pointer}/cells`"
      />
    </div>
  </section>
</template>
