<script setup lang="ts">
import { computed } from 'vue'
import type { MainValve, WaterSupply } from '@/api/types'
import { useOpenPlan } from '@/plan/openPlan'
import AnswerField from '@/ui/AnswerField.vue'
import CautionLine from '@/ui/CautionLine.vue'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import SheetSection from '@/ui/SheetSection.vue'
import StagePage from '@/ui/StagePage.vue'
import SwitchField from '@/ui/SwitchField.vue'
import TextField from '@/ui/TextField.vue'
import { answers, nominalSizes, sides, stiffnesses, upstreamStops, valveKinds } from './choices'
import PipeList from './PipeList.vue'
import PullSketch from './PullSketch.vue'

const open = useOpenPlan()
const plan = computed(() => open.plan!)
const main = computed(() => plan.value.main)
const supply = computed(() => plan.value.supply)

/** Changes one entry of the main valve. */
const setMain =
  <K extends keyof MainValve>(key: K) =>
  (value: MainValve[K]) =>
    open.edit(`main ${key}`, (draft) => void (draft.main[key] = value))

/** Changes one entry of the supply. */
const setSupply =
  <K extends keyof WaterSupply>(key: K) =>
  (value: WaterSupply[K]) =>
    open.edit(`supply ${key}`, (draft) => void (draft.supply[key] = value))

const first =
  (set: (value: number | null) => Promise<void>) =>
  (values: number[] | null): Promise<void> =>
    set(values?.[0] ?? null)

const setPull = (key: 'pullToOpen' | 'pullToClose') => (values: number[] | null) =>
  setMain(key)(values ? { pullN: values[0]!, armM: values[1]! } : null)
const pull = (key: 'pullToOpen' | 'pullToClose') => {
  const reading = main.value[key]
  return reading ? [reading.pullN, reading.armM] : null
}
</script>

<template>
  <StagePage
    stage="main"
    title="The main"
    lead="The valve that stops all the water, what feeds it, and what hangs on it. Whatever you leave unmeasured stays open and widens the figures."
  >
    <template #figure>
      <PullSketch :main="main" :verdict="open.assessment?.drive" class="mb-5" />
    </template>

    <SheetSection title="The valve">
      <CautionLine class="mb-4">
        A seized valve can break off when forced, with the full main behind it: know the upstream stop first.
        Replacing a valve is plumbing work. A metal pipe may be the building's earth: ask an electrician
        before it is cut.
      </CautionLine>
      <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
        <ChoiceField
          label="Kind"
          how="A quarter turn, or several turns?"
          :value="main.kind"
          :choices="valveKinds"
          :apply="setMain('kind')"
          pointer="/main/kind"
        />
        <ChoiceField
          label="Nominal size"
          how="Stamped on the body."
          :value="main.size ?? null"
          :choices="nominalSizes"
          :apply="setMain('size')"
          pointer="/main/size"
        />
        <MeasureField
          label="Free bore"
          kind="smallLength"
          how="Through the open ball: sheet or caliper."
          :values="one(main.boreM)"
          :apply="first(setMain('boreM'))"
          pointer="/main/boreM"
        />
        <ChoiceField
          label="How stiff"
          how="By hand, after working it a few times."
          :value="main.stiffness"
          :choices="stiffnesses"
          :apply="setMain('stiffness')"
          pointer="/main/stiffness"
        />
        <MeasureField
          label="Pull to close"
          kind="pullAtArm"
          how="Scale square on the handle: 85 N at 140 mm."
          :values="pull('pullToClose')"
          :apply="setPull('pullToClose')"
          pointer="/main/pullToClose"
        />
        <MeasureField
          label="Pull to open"
          kind="pullAtArm"
          how="After five strokes; the larger counts."
          :values="pull('pullToOpen')"
          :apply="setPull('pullToOpen')"
          pointer="/main/pullToOpen"
        />
        <AnswerField
          label="Closes fully"
          how="Shut by hand, a low tap open: does it run dry?"
          :value="main.closesFully"
          :choices="answers"
          :apply="setMain('closesFully')"
          pointer="/main/closesFully"
        />
        <MeasureField
          v-if="main.closesFully === 'no'"
          label="What it passes"
          kind="flow"
          how="Catch the trickle in a jug against the watch."
          :values="one(main.passesM3PerS)"
          :apply="first(setMain('passesM3PerS'))"
          pointer="/main/passesM3PerS"
        />
        <ChoiceField
          label="Upstream stop"
          how="Another valve before this one, tried."
          :value="main.upstreamStop"
          :choices="upstreamStops"
          :apply="setMain('upstreamStop')"
          pointer="/main/upstreamStop"
        />
      </div>
    </SheetSection>

    <SheetSection title="The supply" lead="Two readings tell how much water a leak can draw.">
      <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
        <MeasureField
          label="Pressure at rest"
          kind="pressure"
          how="Gauge on an outside tap, every tap shut: 3.5 bar, 60 psi."
          :values="one(supply.staticPressurePa)"
          :apply="first(setSupply('staticPressurePa'))"
          pointer="/supply/staticPressurePa"
        />
        <MeasureField
          label="With a tap running"
          kind="pressureAtFlow"
          how="Gauge while a tap fills a bucket against the watch: 2.1 bar at 15 L/min."
          :values="supply.flowTest ? [supply.flowTest.pressurePa, supply.flowTest.flowM3PerS] : null"
          :apply="(v) => setSupply('flowTest')(v ? { pressurePa: v[0]!, flowM3PerS: v[1]! } : null)"
          pointer="/supply/flowTest/pressurePa"
        />
        <div class="space-y-3">
          <SwitchField
            label="A pressure tank"
            :value="!!supply.tank"
            :apply="(on) => setSupply('tank')(on ? { side: 'supply' } : null)"
          />
          <template v-if="supply.tank">
            <AnswerField
              label="The tank is"
              :value="supply.tank.side"
              :choices="sides"
              :apply="(side) => setSupply('tank')({ ...supply.tank!, side })"
              pointer="/supply/tank/side"
            />
            <MeasureField
              label="Tank volume"
              kind="volume"
              how="On its plate."
              :values="one(supply.tank.volumeM3)"
              :apply="(v) => setSupply('tank')({ ...supply.tank!, volumeM3: v?.[0] ?? null })"
              pointer="/supply/tank/volumeM3"
            />
            <MeasureField
              label="Precharge"
              kind="pressure"
              how="Tyre gauge on its air valve, the tank empty of water."
              :values="one(supply.tank.prechargePa)"
              :apply="(v) => setSupply('tank')({ ...supply.tank!, prechargePa: v?.[0] ?? null })"
              pointer="/supply/tank/prechargePa"
            />
          </template>
        </div>
        <div class="space-y-3">
          <SwitchField
            label="A pump"
            :value="!!supply.pump"
            :apply="(on) => setSupply('pump')(on ? { side: 'supply', stopsOnClosing: 'unknown' } : null)"
          />
          <template v-if="supply.pump">
            <AnswerField
              label="The pump is"
              :value="supply.pump.side"
              :choices="sides"
              :apply="(side) => setSupply('pump')({ ...supply.pump!, side })"
              pointer="/supply/pump/side"
            />
            <AnswerField
              label="Stops when the valve closes"
              :value="supply.pump.stopsOnClosing"
              :choices="answers"
              :apply="(stopsOnClosing) => setSupply('pump')({ ...supply.pump!, stopsOnClosing })"
              pointer="/supply/pump/stopsOnClosing"
            />
          </template>
        </div>
      </div>
    </SheetSection>

    <SheetSection title="What hangs on it">
      <CautionLine class="mb-4">
        Fire protection is never behind the automatic valve. Ask before closing on a person at risk without
        water, animals or a process. With a circulation pump or a fired heater, check the maker's rule for a
        closed cold feed.
      </CautionLine>
      <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
        <AnswerField
          label="Sprinklers or hose reels"
          :value="main.feedsSprinklers"
          :choices="answers"
          :apply="setMain('feedsSprinklers')"
          pointer="/main/feedsSprinklers"
        />
        <AnswerField
          label="People at risk, animals, a process"
          :value="main.feedsVitalUse"
          :choices="answers"
          :apply="setMain('feedsVitalUse')"
          pointer="/main/feedsVitalUse"
        />
        <div class="space-y-3">
          <SwitchField
            label="A heater or cylinder"
            :value="!!main.heater"
            :apply="(on) => setMain('heater')(on ? {} : null)"
          />
          <template v-if="main.heater">
            <MeasureField
              label="What it holds"
              kind="volume"
              how="On its plate; a tankless heater next to nothing."
              :values="one(main.heater.volumeM3)"
              :apply="(v) => setMain('heater')({ ...main.heater!, volumeM3: v?.[0] ?? null })"
              pointer="/main/heater/volumeM3"
            />
            <MeasureField
              label="Height above the main"
              kind="length"
              how="To the top of its water; below is negative."
              :values="one(main.heater.heightM)"
              :apply="(v) => setMain('heater')({ ...main.heater!, heightM: v?.[0] ?? null })"
              pointer="/main/heater/heightM"
            />
          </template>
        </div>
      </div>
    </SheetSection>

    <SheetSection
      title="Pipes behind the main"
      lead="From the valve to where the leaks are: bore and length brake the flow, and pipe above a leak drains into it."
    >
      <PipeList />
    </SheetSection>

    <SheetSection title="The site">
      <div class="grid gap-4">
        <TextField
          label="Name"
          :value="plan.site.name"
          required
          :apply="(name) => open.edit('site name', (draft) => void (draft.site.name = name))"
          pointer="/site/name"
        />
        <TextField
          label="Notes"
          long
          :value="plan.site.notes ?? ''"
          :apply="(notes) => open.edit('site notes', (draft) => void (draft.site.notes = notes))"
          pointer="/site/notes"
        />
      </div>
    </SheetSection>
  </StagePage>
</template>
