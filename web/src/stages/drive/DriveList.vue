<script setup lang="ts">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import { computed } from 'vue'
import type { DriveSpec, FittedDrive, RankedDrive } from '@/api/types'
import { chooseDrive } from '@/site/commands/installation'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { useSelectedMain } from '@/site/selectedMain'
import { tellWhy } from '@/site/parts/findings'
import { priceText } from '@/ui/price'
import SeverityMark from '@/ui/SeverityMark.vue'
import { lacksTorque } from '@/ui/torque'
import { show } from '@/ui/units'
import { useChosen } from '@/ui/useChosen'
import { driveSupplyWords, powerWords, provenanceWords } from '@/ui/words'

/** The drives of the catalogue, ranked for this valve: whether, how long, how many litres, what price, and why not. */
const open = useOpenPlan()
const preferences = usePreferences()
const { main, drive, assessed, driveAt } = useSelectedMain()
const { shown, error, choose } = useChosen(
  () => drive.value?.specId ?? '',
  (specId) => choosing(specId),
  () => `${driveAt.value}/specId`,
)

const mounts: Record<DriveSpec['mount'], string> = {
  saddle: "Saddle: on the valve's own body, pushes the lever. The reaction stays in the valve.",
  strap: 'Strap: two straps on the pipe, reaches over the lever. Pipe and joint carry the reaction.',
  stem: 'Stem: the handle comes off, drives the flats of the stem. Straps stop it from turning.',
  cutIn: 'Cut-in: a motorised valve cut into the pipe. Plumbing work.',
}

function choosing(specId: string, power?: FittedDrive['power']): Promise<void> {
  const { id } = main.value
  return open.edit(`main ${id} drive`, chooseDrive(id, specId, power))
}

/** A cut-in valve turns its own ball, which its maker has matched. */
function inHand(rank: RankedDrive, spec: DriveSpec): string {
  if (spec.mount === 'cutIn') return 'its own'
  return rank.ratio == null ? 'not known' : show('ratio', rank.ratio, preferences.system)
}

const withProvenance = (figure: { provenance: keyof typeof provenanceWords }, text: string) =>
  `${text}, ${provenanceWords[figure.provenance]}`

const details = (spec: DriveSpec) =>
  [
    spec.ratedTorque
      ? withProvenance(spec.ratedTorque, show('torque', spec.ratedTorque.nm, preferences.system))
      : 'torque not known',
    spec.stroke
      ? withProvenance(spec.stroke, show('duration', spec.stroke.s, preferences.system))
      : 'stroke not known',
    driveSupplyWords[spec.supply ?? 'unknown'],
  ].join('; ')

const ranked = computed(() =>
  (assessed.value?.drives ?? []).map((rank) => {
    const spec = open.plan!.catalogue.drives.find((d) => d.id === rank.specId)!
    return {
      rank,
      spec,
      against: rank.against.map((finding) => ({
        ...finding,
        text: tellWhy(finding, preferences.system),
      })),
      figures: [
        { name: 'torque in hand', text: inHand(rank, spec) },
        {
          name: 'stroke',
          text: rank.strokeS == null ? 'not known' : show('duration', rank.strokeS, preferences.system),
        },
        {
          name: 'out meanwhile',
          text: rank.strokeM3 == null ? 'no leak yet' : show('volume', rank.strokeM3, preferences.system),
        },
        { name: 'price', text: priceText(spec.price?.amount, open.plan!.catalogue.currency) },
      ],
    }
  }),
)
</script>

<template>
  <RadioGroup :model-value="shown" @update:model-value="choose">
    <RadioGroupLabel class="sr-only">Drive</RadioGroupLabel>
    <div class="grid gap-2">
      <div
        v-for="{ spec, rank, against, figures } in ranked"
        :key="spec.id"
        class="rounded-sm border"
        :class="spec.id === shown ? 'border-moss bg-moss-wash' : 'border-rule bg-sheet hover:border-moss'"
      >
        <RadioGroupOption
          v-slot="{ checked }"
          :value="spec.id"
          class="grid cursor-pointer grid-cols-[1.25rem_1fr] gap-x-2 px-3 py-2.5"
        >
          <span
            class="mt-1 grid size-4 place-items-center rounded-full border-2"
            :class="checked ? 'border-moss' : 'border-faded'"
            aria-hidden="true"
          >
            <span v-if="checked" class="bg-moss size-2 rounded-full" />
          </span>
          <div class="min-w-0">
            <div class="flex flex-wrap items-start justify-between gap-x-5 gap-y-1">
              <div class="min-w-0">
                <span class="flex items-center gap-2 font-bold">
                  {{ spec.name }}
                  <SeverityMark v-if="rank.verdict === 'stop'" severity="stop" />
                  <SeverityMark v-else-if="rank.verdict !== 'passes'" severity="caution" />
                </span>
                <span class="text-faded block max-w-[26rem] text-[13px]">{{ mounts[spec.mount] }}</span>
              </div>
              <div class="grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-4">
                <span v-for="item in figures" :key="item.name">
                  <span
                    class="figures block text-[17px] font-bold whitespace-nowrap"
                    :class="{
                      'text-clay': lacksTorque(rank.ratio) && item.name === 'torque in hand',
                    }"
                    >{{ item.text }}</span
                  >
                  <span class="text-faded text-[12.5px] whitespace-nowrap">{{ item.name }}</span>
                </span>
              </div>
            </div>
            <span class="text-faded mt-0.5 block text-[13px]">{{ details(spec) }}</span>
            <span
              v-for="finding in against"
              :key="finding.code + finding.where"
              class="mt-1 flex gap-1.5 text-[13px]"
            >
              <SeverityMark :severity="finding.severity" class="mt-0.5 shrink-0 scale-75" />
              <span>{{ finding.text }}</span>
            </span>
          </div>
        </RadioGroupOption>
        <p class="flex flex-wrap items-center gap-x-2 gap-y-1 px-3 pb-2.5 pl-10 text-[13px]">
          <span>Judged {{ powerWords[rank.power] }}.</span>
          <template v-if="spec.mount !== 'cutIn'">
            <button
              v-for="on in rank.supplies.filter((s) => s.power !== rank.power)"
              :key="on.power"
              type="button"
              class="border-moss text-moss hover:bg-moss-wash inline-flex min-h-11 items-center gap-1.5 rounded-sm border px-2.5 sm:min-h-8"
              @click="choosing(spec.id, on.power)"
            >
              {{ powerWords[on.power] }}:
              <span class="figures font-bold" :class="{ 'text-clay': lacksTorque(on.ratio) }">{{
                on.ratio == null ? 'not known' : show('ratio', on.ratio, preferences.system)
              }}</span>
              <SeverityMark v-if="on.verdict === 'stop'" severity="stop" :size="11" />
            </button>
          </template>
        </p>
      </div>
    </div>
  </RadioGroup>
  <p v-if="error" role="alert" class="text-clay mt-2 font-semibold">{{ error }}</p>
</template>
