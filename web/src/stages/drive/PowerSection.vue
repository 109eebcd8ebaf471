<script setup lang="ts">
import { computed } from 'vue'
import type { FittedDrive } from '@/api/types'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { useSelectedMain } from '@/site/selectedMain'
import AnswerField from '@/ui/AnswerField.vue'
import ChoiceField from '@/ui/ChoiceField.vue'
import { cellsAsFitted } from '@/ui/choices/cells'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import SheetSection from '@/ui/SheetSection.vue'
import { figure, show } from '@/ui/units'
import type { Choice } from '@/ui/words'

/** What feeds the drive, how long it lasts, and what happens when the mains fails. */
const open = useOpenPlan()
const preferences = usePreferences()
const { drive: fitted, assessed, driveAt, editDrive: set } = useSelectedMain()
const drive = computed(() => fitted.value!)
const spec = computed(() => open.plan!.catalogue.drives.find((d) => d.id === drive.value.specId))
const power = computed(() => assessed.value?.drive.power)

const powers: Choice<FittedDrive['power']>[] = [
  { value: 'mains', label: 'Outlet' },
  { value: 'mainsWithBattery', label: 'Outlet, battery behind it' },
  { value: 'batteries', label: 'Batteries' },
  { value: 'unknown', label: 'Not decided' },
]
const policies: Choice<NonNullable<FittedDrive['onMainsFailure']>>[] = [
  { value: 'unknown', label: 'Not decided' },
  { value: 'hold', label: 'Stays as it is' },
  { value: 'close', label: 'Closes' },
  { value: 'closeThenReopen', label: 'Closes, and opens again when power returns' },
]

const results = computed(() => {
  const { lifeYears, lifeStrokes, backupHours, closesWithoutMains } = power.value ?? {}
  return [
    { name: 'until its batteries are empty', text: lifeYears == null ? null : `${figure(lifeYears)} years` },
    {
      name: 'in one set, nothing else drawn',
      text: lifeStrokes == null ? null : `${figure(lifeStrokes)} strokes`,
    },
    {
      name: 'without the outlet',
      text: backupHours == null ? null : show('hours', backupHours, preferences.system),
    },
    {
      name: 'in a power cut',
      text: { yes: 'can close', no: 'cannot close', unknown: null }[closesWithoutMains ?? 'unknown'],
    },
  ].filter((r) => r.text !== null)
})
</script>

<template>
  <SheetSection title="Power">
    <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
      <AnswerField
        class="sm:col-span-2"
        label="Power"
        how="On batteries the torque of a weak, cold battery counts."
        :value="drive.power"
        :choices="powers"
        :apply="(value) => set('power', (d) => void (d.power = value))"
        :pointer="`${driveAt}/power`"
      />
      <ChoiceField
        v-if="drive.power !== 'batteries'"
        label="In a power cut"
        how="To settle with the customer."
        :value="drive.onMainsFailure ?? 'unknown'"
        :choices="policies"
        :apply="(value) => set('mains failure', (d) => void (d.onMainsFailure = value))"
        :pointer="`${driveAt}/onMainsFailure`"
      />
      <MeasureField
        v-if="drive.power === 'batteries' || drive.power === 'mainsWithBattery'"
        label="Strokes a year"
        kind="number"
        how="Tests and exercise: monthly both ways is 24."
        :values="one(drive.strokesPerYear)"
        :apply="(v) => set('strokes a year', (d) => void (d.strokesPerYear = v?.[0] ?? null))"
        :pointer="`${driveAt}/strokesPerYear`"
      />
      <ChoiceField
        v-if="drive.power === 'batteries' || drive.power === 'mainsWithBattery'"
        label="Cells in it"
        :value="drive.cells ?? null"
        :choices="cellsAsFitted(spec?.battery?.cells)"
        :apply="(cells) => set('cells', (d) => void (d.cells = cells))"
        :pointer="`${driveAt}/cells`"
      />
      <MeasureField
        v-if="drive.power === 'mainsWithBattery'"
        label="Backup pack, mA·h"
        kind="number"
        how="With its own charger, behind the outlet."
        empty-word="its own battery"
        :values="one(drive.backupMah)"
        :apply="(v) => set('backup', (d) => void (d.backupMah = v?.[0] ?? null))"
        :pointer="`${driveAt}/backupMah`"
      />
    </div>
    <dl v-if="results.length" class="mt-4 flex flex-wrap gap-x-8 gap-y-2">
      <div v-for="result in results" :key="result.name">
        <dd class="figures text-[20px] leading-tight font-bold">{{ result.text }}</dd>
        <dt class="text-faded text-[12.5px]">{{ result.name }}</dt>
      </div>
    </dl>
  </SheetSection>
</template>
