<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import type { FittedDrive } from '@/api/types'
import { useOpenPlan } from '@/plan/openPlan'
import { useSelectedMain } from '@/plan/selectedMain'
import { usePreferences } from '@/plan/preferences'
import { pipeMaterials } from '@/stages/main/choices'
import ChoiceField from '@/ui/ChoiceField.vue'
import AxisPicture from '@/ui/drawings/AxisPicture.vue'
import StrapsPicture from '@/ui/drawings/StrapsPicture.vue'
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
const { main, at, edit } = useSelectedMain()
const mounting = computed<Mounting>(
  () => main.value.drive?.mounting ?? { strapsOnOneSide: false, strappedPipe: 'unknown' },
)
const spec = computed(() => plan.value.catalogue.drives.find((d) => d.id === main.value.drive?.specId))
const hasStraps = computed(() => spec.value?.mount === 'strap' || spec.value?.mount === 'stem')

const set = (label: string, changed: Partial<Mounting>) =>
  edit(`mounting ${label}`, (draft) => {
    if (draft.drive) draft.drive.mounting = { ...mounting.value, ...changed }
  })

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
      }
})

type Drawn<Values, Reckon extends (values: never) => Promise<unknown>> = {
  values: Values
  result: Awaited<ReturnType<Reckon>>
}
const axisDrawn = shallowRef<Drawn<NonNullable<typeof axis.value>, typeof api.bench.axisOffset> | null>(null)
const strapsDrawn = shallowRef<Drawn<NonNullable<typeof straps.value>, typeof api.bench.straps> | null>(null)

watch(
  axis,
  latestOnly(async (values) => {
    axisDrawn.value = values && { values, result: await api.bench.axisOffset(values) }
  }),
  { immediate: true },
)
watch(
  straps,
  latestOnly(async (values) => {
    strapsDrawn.value = values && { values, result: await api.bench.straps(values) }
  }),
  { immediate: true },
)

/** Where a drag leads over what cannot be, the drawing stays at the last place that can. */
const drag = (label: string) =>
  latestOnly((changed: Partial<Mounting>) => set(label, changed).catch(() => undefined))
const dragAxis = drag('axis dragged')
const dragStraps = drag('straps dragged')
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
        :pointer="`${at}/drive/mounting/gripRadiusM`"
      />
      <MeasureField
        label="Off along the open handle"
        kind="smallLength"
        how="Motor's axis from the stem's."
        :values="one(mounting.alongOpenM)"
        :apply="setMeasure('alongOpenM')"
        :pointer="`${at}/drive/mounting/alongOpenM`"
      />
      <MeasureField
        label="Off along the closed handle"
        kind="smallLength"
        how="The same, square to it."
        :values="one(mounting.alongClosedM)"
        :apply="setMeasure('alongClosedM')"
        :pointer="`${at}/drive/mounting/alongClosedM`"
      />
    </div>
    <figure v-if="axisDrawn" class="bg-sheet mt-3 max-w-md rounded-sm p-3">
      <figcaption class="text-[13.5px]">
        The handle turns
        <strong class="figures" :class="{ 'text-clay': !axisDrawn.result.shuts }">{{
          show('angle', axisDrawn.result.travelDeg, preferences.system)
        }}</strong>, shut from 82.5° on. Drag the axis: inside the green it shuts without straining.
      </figcaption>
      <AxisPicture :values="axisDrawn.values" :result="axisDrawn.result" @change="dragAxis" />
    </figure>

    <template v-if="hasStraps">
      <div class="mt-5 grid gap-x-5 gap-y-4 sm:grid-cols-3">
        <MeasureField
          label="First strap"
          kind="smallLength"
          how="From the stem, along the pipe."
          :values="one(mounting.firstStrapM)"
          :apply="setMeasure('firstStrapM')"
          :pointer="`${at}/drive/mounting/firstStrapM`"
        />
        <MeasureField
          label="Second strap"
          kind="smallLength"
          how="From the stem, along the pipe."
          :values="one(mounting.secondStrapM)"
          :apply="setMeasure('secondStrapM')"
          :pointer="`${at}/drive/mounting/secondStrapM`"
        />
        <ChoiceField
          label="Strapped pipe"
          how="Plastic is snugged by hand only."
          :value="mounting.strappedPipe"
          :choices="pipeMaterials"
          :apply="(strappedPipe) => set('pipe', { strappedPipe })"
          :pointer="`${at}/drive/mounting/strappedPipe`"
        />
        <SwitchField
          class="sm:col-span-3"
          label="Both straps on one side, as beside an elbow"
          :value="mounting.strapsOnOneSide"
          :apply="(strapsOnOneSide) => set('side', { strapsOnOneSide })"
        />
      </div>
      <figure v-if="strapsDrawn" class="bg-sheet mt-3 max-w-md rounded-sm p-3">
        <figcaption class="text-[13.5px]">
          Each strap pulls
          <strong
            class="figures"
            :class="{
              'text-clay':
                strapsDrawn.result.limitN != null && strapsDrawn.result.forceN > strapsDrawn.result.limitN,
            }"
            >{{ show('force', strapsDrawn.result.forceN, preferences.system) }}</strong><template
            v-if="strapsDrawn.result.limitN != null"
            >, this pipe stands {{ show('force', strapsDrawn.result.limitN, preferences.system) }}</template
          >. Drag the straps.
        </figcaption>
        <StrapsPicture
          :values="strapsDrawn.values"
          :result="strapsDrawn.result"
          @change="
            ({ firstM, secondM }) =>
              dragStraps(firstM !== undefined ? { firstStrapM: firstM } : { secondStrapM: secondM })
          "
        />
      </figure>
    </template>
  </SheetSection>
</template>
