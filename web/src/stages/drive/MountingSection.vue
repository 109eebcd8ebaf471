<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import { api, Refusal } from '@/api/client'
import type { FittedDrive } from '@/api/types'
import { useOpenPlan } from '@/site/openPlan'
import { useSelectedMain } from '@/site/selectedMain'
import { usePreferences } from '@/site/preferences'
import { pipeMaterials } from '@/ui/choices/valve'
import ChoiceField from '@/ui/ChoiceField.vue'
import AxisPicture from '@/ui/drawings/AxisPicture.vue'
import StrapsPicture from '@/ui/drawings/StrapsPicture.vue'
import { gestureLabel } from '@/site/history'
import { latestOnly } from '@/ui/latestOnly'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import SheetSection from '@/ui/SheetSection.vue'
import SwitchField from '@/ui/SwitchField.vue'
import { show } from '@/ui/units'

/** Where the drive's axis and its straps sit, typed or dragged, and what that does. */
type Mounting = NonNullable<FittedDrive['mounting']>

const open = useOpenPlan()
const preferences = usePreferences()
const plan = computed(() => open.plan!)
const { drive, assessed, driveAt, editDrive } = useSelectedMain()
/** Where a drag is now, ahead of the plan: the drawing follows the pointer, the plan follows when it is assessed. */
const dragged = shallowRef<Partial<Mounting> | null>(null)
const mounting = computed<Mounting>(() => ({
  ...(drive.value?.mounting ?? { strapsOnOneSide: false, strappedPipe: 'unknown' }),
  ...dragged.value,
}))
const spec = computed(() => plan.value.catalogue.drives.find((d) => d.id === drive.value?.specId))
const hasStraps = computed(() => spec.value?.mount === 'strap' || spec.value?.mount === 'stem')

const set = (label: string, changed: Partial<Mounting>) =>
  editDrive(`mounting ${label}`, (draft) => {
    draft.mounting = { ...mounting.value, ...changed }
  })

const SECONDS_A_DAY = 86_400

type Measure = 'gripRadiusM' | 'alongOpenM' | 'alongClosedM' | 'firstStrapM' | 'secondStrapM'
const setMeasure = (key: Measure) => (values: number[] | null) => set(key, { [key]: values?.[0] ?? null })

const axis = computed(() => {
  const { gripRadiusM, alongOpenM, alongClosedM } = mounting.value
  return gripRadiusM == null || alongOpenM == null || alongClosedM == null
    ? null
    : { gripRadiusM, alongOpenM, alongClosedM }
})
const straps = computed(() => {
  const { firstStrapM, secondStrapM, strapsOnOneSide, strappedPipe } = mounting.value
  const torqueNm = spec.value?.ratedTorque?.nm
  return firstStrapM == null || secondStrapM == null || torqueNm === undefined
    ? null
    : {
        torqueNm,
        firstM: firstStrapM,
        secondM: secondStrapM,
        sameSide: strapsOnOneSide,
        pipeMaterial: strappedPipe,
        own: plan.value.catalogue.strapLimits ?? null,
      }
})

const axisResult = shallowRef<Awaited<ReturnType<typeof api.bench.axisOffset>> | null>(null)
const strapsResult = shallowRef<Awaited<ReturnType<typeof api.bench.straps>> | null>(null)

/** What cannot be calculated keeps the last result; the field or the drag that led there says why. */
function keepCalculated<Values, Result>(
  result: { value: Result | null },
  calculate: (values: Values) => Promise<Result>,
) {
  return latestOnly(async (values: Values | null) => {
    if (values === null) result.value = null
    else await calculate(values).then((calculated) => (result.value = calculated), ignoreRefusal)
  })
}
function ignoreRefusal(failure: unknown) {
  if (!(failure instanceof Refusal)) throw failure
}

watch(axis, keepCalculated(axisResult, api.bench.axisOffset), { immediate: true })
watch(straps, keepCalculated(strapsResult, api.bench.straps), { immediate: true })

/** Where a drag leads over what cannot be, the drawing goes back to the last place that can. */
const take = latestOnly(async ({ to, label }: { to: Partial<Mounting>; label: string }) => {
  await set(label, to).catch(ignoreRefusal)
  if (dragged.value === to) dragged.value = null
})
function drag(changed: Partial<Mounting>, gesture?: number) {
  dragged.value = { ...dragged.value, ...changed }
  void take({ to: dragged.value, label: gesture === undefined ? 'nudged' : gestureLabel(gesture) })
}
</script>

<template>
  <SheetSection
    title="Mounting"
    lead="The motor's axis must sit on the stem's axis, or the handle binds or stops short; straps sit as far apart as they can."
  >
    <div class="grid gap-x-5 gap-y-4 sm:grid-cols-3">
      <MeasureField
        label="Grip radius"
        kind="smallLength"
        how="From the motor's axis to its grip."
        :values="one(mounting.gripRadiusM)"
        :apply="setMeasure('gripRadiusM')"
        :pointer="`${driveAt}/mounting/gripRadiusM`"
      />
      <MeasureField
        label="Off along the open handle"
        kind="smallLength"
        how="Motor's axis from the stem's."
        :values="one(mounting.alongOpenM)"
        :apply="setMeasure('alongOpenM')"
        :pointer="`${driveAt}/mounting/alongOpenM`"
      />
      <MeasureField
        label="Off along the closed handle"
        kind="smallLength"
        how="The same, square to it."
        :values="one(mounting.alongClosedM)"
        :apply="setMeasure('alongClosedM')"
        :pointer="`${driveAt}/mounting/alongClosedM`"
      />
    </div>
    <figure v-if="axis && axisResult" class="bg-sheet mt-3 max-w-md rounded-sm p-3">
      <figcaption class="text-[13.5px]">
        The handle turns
        <strong data-result class="figures" :class="{ 'text-clay': !axisResult.shuts }">{{
          show('angle', axisResult.travelDeg, preferences.system)
        }}</strong>, shut from 82.5° on. Drag the axis: inside the green it shuts without straining.
      </figcaption>
      <AxisPicture :values="axis" :result="axisResult" @change="drag" />
    </figure>

    <p v-if="assessed?.residualM3PerS" class="bg-clay-wash mt-3 max-w-md rounded-sm p-3">
      It stops short: the fastest leak goes on at
      <strong class="figures text-clay">{{
        show('flow', assessed.residualM3PerS, preferences.system)
      }}</strong>, {{ show('volume', assessed.residualM3PerS * SECONDS_A_DAY, preferences.system) }} a day,
      until somebody turns it by hand.
    </p>

    <template v-if="hasStraps">
      <div class="mt-5 grid gap-x-5 gap-y-4 sm:grid-cols-3">
        <MeasureField
          label="First strap"
          kind="smallLength"
          how="From the stem, along the pipe."
          :values="one(mounting.firstStrapM)"
          :apply="setMeasure('firstStrapM')"
          :pointer="`${driveAt}/mounting/firstStrapM`"
        />
        <MeasureField
          label="Second strap"
          kind="smallLength"
          how="From the stem, along the pipe."
          :values="one(mounting.secondStrapM)"
          :apply="setMeasure('secondStrapM')"
          :pointer="`${driveAt}/mounting/secondStrapM`"
        />
        <ChoiceField
          label="Strapped pipe"
          how="Plastic is snugged by hand only."
          :value="mounting.strappedPipe"
          :choices="pipeMaterials"
          :apply="(strappedPipe) => set('pipe', { strappedPipe })"
          :pointer="`${driveAt}/mounting/strappedPipe`"
        />
        <SwitchField
          class="sm:col-span-3"
          label="Both straps on one side, as beside an elbow"
          :value="mounting.strapsOnOneSide"
          :apply="(strapsOnOneSide) => set('side', { strapsOnOneSide })"
        />
      </div>
      <figure v-if="straps && strapsResult" class="bg-sheet mt-3 max-w-md rounded-sm p-3">
        <figcaption class="text-[13.5px]">
          Each strap pulls
          <strong
            class="figures"
            :class="{
              'text-clay': strapsResult.limitN != null && strapsResult.forceN > strapsResult.limitN,
            }"
            >{{ show('force', strapsResult.forceN, preferences.system) }}</strong><template
            v-if="strapsResult.limitN != null"
            >, this pipe stands {{ show('force', strapsResult.limitN, preferences.system) }}</template
          >. Drag the straps.
        </figcaption>
        <StrapsPicture
          :values="straps"
          :result="strapsResult"
          @change="
            ({ firstM, secondM }, gesture) =>
              drag(firstM !== undefined ? { firstStrapM: firstM } : { secondStrapM: secondM }, gesture)
          "
        />
      </figure>
    </template>
  </SheetSection>
</template>
