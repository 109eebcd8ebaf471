<script setup lang="ts">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import { computed } from 'vue'
import type { DriveSpec, RankedDrive } from '@/api/types'
import { useOpenPlan } from '@/plan/openPlan'
import { usePreferences } from '@/plan/preferences'
import AnswerField from '@/ui/AnswerField.vue'
import CautionLine from '@/ui/CautionLine.vue'
import MountingSection from './MountingSection.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import SheetSection from '@/ui/SheetSection.vue'
import SeverityMark from '@/ui/SeverityMark.vue'
import StagePage from '@/ui/StagePage.vue'
import { tellWhy } from '@/ui/findings'
import { show } from '@/ui/units'
import { useApply } from '@/ui/useApply'
import { standingWords, type Choice } from '@/ui/words'
import TorqueBar from '@/ui/TorqueBar.vue'

type Fitted = NonNullable<NonNullable<typeof open.plan>['drive']>

const open = useOpenPlan()
const preferences = usePreferences()
const plan = computed(() => open.plan!)
const drive = computed(() => plan.value.drive)
const { error, attempt } = useApply(() => '/drive/specId')

const mounts: Record<DriveSpec['mount'], string> = {
  saddle: "Saddle: on the valve's own body, pushes the lever. The reaction stays in the valve.",
  strap: 'Strap: two straps on the pipe, reaches over the lever. Pipe and joint carry the reaction.',
  stem: 'Stem: the handle comes off, drives the flats of the stem. Straps stop it from turning.',
  cutIn: 'Cut-in: a motorised valve cut into the pipe. Plumbing work.',
}

const powers: Choice<Fitted['power']>[] = [
  { value: 'mains', label: 'Mains' },
  { value: 'mainsWithBattery', label: 'Mains with battery' },
  { value: 'batteries', label: 'Batteries' },
  { value: 'unknown', label: 'Not decided' },
]

/** A cut-in valve turns its own ball, which its maker has matched. */
function overNeed(rank: RankedDrive): string {
  if (rank.ratio != null) return show('ratio', rank.ratio, preferences.system)
  return rank.verdict === 'passes' ? 'its own' : 'not known'
}

/** The catalogue in the order in which it suits this valve. */
const ranked = computed(() =>
  (open.assessment?.drives ?? []).map((rank) => ({
    rank,
    spec: plan.value.catalogue.drives.find((d) => d.id === rank.specId)!,
    against: rank.against.map((finding) => tellWhy(finding, preferences.system)),
    figures: [
      { name: 'over need', text: overNeed(rank) },
      {
        name: 'stroke',
        text: rank.strokeS == null ? 'not known' : show('duration', rank.strokeS, preferences.system),
      },
      {
        name: 'out meanwhile',
        text: rank.strokeM3 == null ? 'no leak yet' : show('volume', rank.strokeM3, preferences.system),
      },
    ],
  })),
)

const choose = (specId: string) =>
  attempt(() =>
    open.edit('drive', (draft) => {
      draft.drive = { power: draft.drive?.power ?? 'unknown', specId }
    }),
  )

const set = (what: string, change: (drive: Fitted) => void) =>
  open.edit(`drive ${what}`, (draft) => {
    if (draft.drive) change(draft.drive)
  })
</script>

<template>
  <StagePage
    stage="drive"
    title="The drive"
    lead="The motor that turns the main, the best for this valve first: whether it can, then what the fastest leak lets out while it turns."
  >
    <template #figure>
      <TorqueBar v-if="open.assessment" :verdict="open.assessment.drive" class="mb-5" />
    </template>

    <SheetSection title="Which drive">
      <CautionLine class="mb-4">
        Keep fingers, hair and cords away from a drive that has power: many turn as soon as they are powered
        or paired. Mains wiring is an electrician's work.
      </CautionLine>
      <RadioGroup :model-value="drive?.specId ?? ''" @update:model-value="choose">
        <RadioGroupLabel class="sr-only">Drive</RadioGroupLabel>
        <div class="grid gap-2">
          <RadioGroupOption
            v-for="{ spec, rank, against, figures } in ranked"
            :key="spec.id"
            v-slot="{ checked }"
            :value="spec.id"
            class="cursor-pointer"
          >
            <div
              class="grid grid-cols-[1.25rem_1fr] gap-x-2 rounded-sm border px-3 py-2.5 sm:grid-cols-[1.25rem_1fr_5.5rem_4.5rem_7rem]"
              :class="checked ? 'border-moss bg-moss-wash' : 'border-rule bg-sheet hover:border-moss'"
            >
              <span
                class="mt-1 grid size-4 place-items-center rounded-full border-2"
                :class="checked ? 'border-moss' : 'border-faded'"
                aria-hidden="true"
              >
                <span v-if="checked" class="bg-moss size-2 rounded-full" />
              </span>
              <span>
                <span class="flex items-center gap-2 font-bold">
                  {{ spec.name }}
                  <SeverityMark v-if="rank.verdict === 'stop'" severity="stop" />
                  <SeverityMark v-else-if="rank.verdict !== 'passes'" severity="caution" />
                </span>
                <span class="text-faded block text-[13px]">{{ mounts[spec.mount] }}</span>
                <span class="text-faded block text-[13px]">
                  {{
                    spec.ratedTorque
                      ? `${show('torque', spec.ratedTorque.nm, preferences.system)}, ${standingWords[spec.ratedTorque.standing]}`
                      : 'torque not known'
                  }};
                  {{
                    spec.stroke
                      ? `${show('duration', spec.stroke.s, preferences.system)}, ${standingWords[spec.stroke.standing]}`
                      : 'stroke not known'
                  }}
                </span>
                <span v-for="text in against" :key="text" class="mt-1 block text-[13px]">{{ text }}</span>
              </span>
              <span class="flex gap-5 max-sm:col-start-2 max-sm:mt-1 sm:contents">
                <span v-for="item in figures" :key="item.name">
                  <span
                    class="figures block text-[17px] font-bold"
                    :class="{ 'text-clay': rank.verdict === 'stop' && item.name === 'over need' }"
                    >{{ item.text }}</span
                  >
                  <span class="text-faded text-[12.5px]">{{ item.name }}</span>
                </span>
              </span>
            </div>
          </RadioGroupOption>
        </div>
      </RadioGroup>
      <p v-if="error" role="alert" class="text-clay mt-2 font-semibold">{{ error }}</p>
    </SheetSection>

    <SheetSection v-if="drive" title="On this valve">
      <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
        <AnswerField
          class="sm:col-span-2"
          label="Power"
          how="On batteries the torque of a weak, cold battery counts."
          :value="drive.power"
          :choices="powers"
          :apply="(power) => set('power', (d) => void (d.power = power))"
          pointer="/drive/power"
        />
        <MeasureField
          label="Stroke, timed"
          kind="duration"
          how="From open to shut, mounted and tight."
          empty-word="as in the catalogue"
          :values="one(drive.measuredStrokeS)"
          :apply="(v) => set('stroke', (d) => void (d.measuredStrokeS = v?.[0] ?? null))"
          pointer="/drive/measuredStrokeS"
        />
        <MeasureField
          label="Where the handle stops"
          kind="angle"
          how="From fully open; it is shut from 82.5° on."
          empty-word="taken as 90°"
          :values="one(drive.measuredEndAngleDeg)"
          :apply="(v) => set('end angle', (d) => void (d.measuredEndAngleDeg = v?.[0] ?? null))"
          pointer="/drive/measuredEndAngleDeg"
        />
      </div>
    </SheetSection>
    <MountingSection v-if="drive" />
    <p v-if="!drive" class="text-faded">No drive is chosen yet. Without one nothing closes by itself.</p>
  </StagePage>
</template>
