<script setup lang="ts">
import { computed } from 'vue'
import type { RadioLink } from '@/api/types'
import { setDirectLink, setSignal } from '@/site/commands/radio'
import { radioName } from '@/site/names'
import { useSignalLog } from '@/site/queries/signalLog'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import AnswerField from '@/ui/AnswerField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import SeverityMark from '@/ui/SeverityMark.vue'
import SwitchField from '@/ui/SwitchField.vue'
import { show, showBounds } from '@/ui/units'
import { wallMaterialWords, type Choice } from '@/ui/words'
import { day } from '@/ui/dates'
import { decibels, marginMark, marginText, spanOfDecibels } from '@/ui/margins'
import ReachRemedies from './ReachRemedies.vue'

/** How one device is heard: what is in hand, the way to the hub, and each loss on it. */
const props = defineProps<{ id: string }>()
const open = useOpenPlan()
const preferences = usePreferences()

const reach = computed(() => open.assessment?.reach.devices.find((d) => d.deviceId === props.id))
const mark = computed(() => reach.value && marginMark(reach.value.standing))
const hops = computed(() => {
  const route = reach.value?.route ?? []
  return route.slice(1).flatMap((to, i) => linkOf(route[i]!, to, false) ?? [])
})
const linkOf = (from: string, to: string, isDirect: boolean): RadioLink | undefined =>
  open.assessment?.reach.links.find((l) => l.fromId === from && l.toId === to && l.isDirect === isDirect)
const nameOf = (id: string) => radioName(open.plan!, id)

const losses = (link: RadioLink) => [
  {
    what:
      link.distanceM.low == null
        ? 'Distance not known'
        : `${showBounds('length', link.distanceM, preferences.system)} of air`,
    db: spanOfDecibels(link.freeSpaceDb),
  },
  ...link.walls.map(({ make, isDoorway, lossDb }) => ({
    what: isDoorway
      ? 'Doorway'
      : make
        ? `${wallMaterialWords[make.material]}${make.thicknessM == null ? ', thickness not known' : ` ${show('smallLength', make.thicknessM, preferences.system)}`}`
        : 'Wall, make not known',
    db: lossDb.low == null && lossDb.high == null ? 'blocks' : spanOfDecibels(lossDb),
  })),
  ...(link.floors
    ? [
        {
          what: link.floors === 1 ? 'One floor' : `${link.floors} floors`,
          db: spanOfDecibels(link.floorsDb),
        },
      ]
    : []),
  ...(link.coversDb.high ? [{ what: 'Lids, pits, cupboards', db: spanOfDecibels(link.coversDb) }] : []),
]
const signalLog = useSignalLog()
const written = (link: RadioLink) => {
  const entry = signalLog(link)
  return entry && `Read by ${entry.by}, ${day(entry.at)}.`
}

/** What was read, less the middle of what was predicted. */
const off = (link: RadioLink): number | null =>
  link.readDbm == null || link.predictedDbm.low == null || link.predictedDbm.high == null
    ? null
    : link.readDbm - (link.predictedDbm.low + link.predictedDbm.high) / 2

const setRead = (link: RadioLink, read: Parameters<typeof setSignal>[2]) =>
  open.edit(`signal ${link.fromId} ${link.toId}`, setSignal(link.fromId, link.toId, read))
const read = (link: RadioLink) => (values: number[] | null) =>
  setRead(link, values ? { dbm: values[0]! } : null)
/** Where the device shows no dBm. */
const barChoices: Choice<string>[] = [
  { value: 'none', label: 'None read' },
  ...[0, 1, 2, 3, 4, 5].map((n) => ({ value: `${n}`, label: `${n}` })),
]
const readBars = (link: RadioLink) => (chosen: string) =>
  setRead(link, chosen === 'none' ? null : { bars: Number(chosen) })

/** A sensor can order a drive by itself. */
const drives = computed(() =>
  open.plan!.installation.sensors.some((s) => s.id === props.id)
    ? open.plan!.installation.drives.map((d) => ({
        id: d.id,
        name: nameOf(d.id),
        isLinked: open.plan!.installation.links.some((l) => l.sensorId === props.id && l.driveId === d.id),
        link: linkOf(props.id, d.id, true),
      }))
    : [],
)
</script>

<template>
  <section class="mb-4">
    <template v-if="reach && (reach.marginDb || reach.isBlocked)">
      <p class="flex items-center gap-2">
        <SeverityMark v-if="mark" :severity="mark" />
        <strong class="figures text-[22px]" :class="{ 'text-clay': mark === 'stop' }" data-testid="margin">{{
          marginText(reach.marginDb, reach.isBlocked)
        }}</strong>
      </p>
      <p class="text-faded text-[13.5px]">
        in hand at the weakest hop; {{ decibels(open.assessment!.reach.wantedDb) }} are wanted.
        {{ reach.route.length > 2 ? `By ${reach.route.slice(1, -1).map(nameOf).join(', ')}.` : '' }}
      </p>
    </template>
    <p v-else class="text-faded">
      What it hears is not known: draw it and its hub, or read its signal in place.
    </p>
    <ReachRemedies v-if="mark" :id="id" :key="id" />
    <div v-for="hop in hops" :key="hop.toId" class="mt-3">
      <h3 class="font-semibold">To {{ nameOf(hop.toId) }}</h3>
      <table class="w-full text-[13.5px]">
        <tbody>
          <tr v-for="(loss, i) in losses(hop)" :key="i">
            <td>{{ loss.what }}</td>
            <td class="figures text-right whitespace-nowrap">{{ loss.db }}</td>
          </tr>
        </tbody>
      </table>
      <MeasureField
        class="mt-2"
        label="Signal read in place, dBm"
        kind="number"
        how="Lids and doors shut. It counts in place of what is predicted."
        :note="
          off(hop) == null
            ? undefined
            : `${decibels(Math.abs(off(hop)!))} ${off(hop)! < 0 ? 'weaker' : 'stronger'} than predicted`
        "
        empty-word="not read"
        :values="one(hop.readDbm)"
        :apply="read(hop)"
        pointer="/installation/signals"
      />
      <AnswerField
        v-if="hop.readDbm == null"
        class="mt-2"
        label="Or bars of five"
        how="Wide bounds: makers draw them as they like."
        :value="hop.readBars == null ? 'none' : `${hop.readBars}`"
        :choices="barChoices"
        :apply="readBars(hop)"
      />
      <p v-if="written(hop)" class="text-faded text-[12.5px]">{{ written(hop) }}</p>
      <p v-if="hop.isExtrapolated" class="text-faded mt-1 text-[12.5px]">
        Below 1 GHz the materials’ laws are extended; a doorway is taken to cost nothing.
      </p>
    </div>
    <div v-for="drive in drives" :key="drive.id" class="mt-3">
      <SwitchField
        :label="`Closes ${drive.name} without the hub`"
        :value="drive.isLinked"
        :apply="(on) => open.edit(`link ${id} ${drive.id}`, setDirectLink(id, drive.id, on))"
      />
      <p v-if="drive.link" class="figures text-[13.5px]">
        {{ marginText(drive.link.marginDb, drive.link.isBlocked) }} in hand on this link
      </p>
      <p v-if="drive.isLinked" class="text-ochre text-[13.5px] font-semibold">
        Link it with the valve shut: the drive learns the position it is in.
      </p>
    </div>
  </section>
</template>
