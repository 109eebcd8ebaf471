<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { Plan, Rehearsed } from '@/api/types'
import { chooseDrive, editRule, setDistance } from '@/site/commands/installation'
import { driveIndexOn } from '@/site/drives'
import { isDrawn, leaksOf } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import SliderLine from './SliderLine.vue'
import type { Choice } from '@/ui/words'

/** What can be changed on the spot: the delay of the rule that decides, the drive, and the way to the sensor that hears it. */
const props = defineProps<{ rehearsed: Rehearsed; plan: Plan }>()

const open = useOpenPlan()

const decided = computed(
  () =>
    props.rehearsed.events.find((e) => e.kind === 'closingOrdered') ??
    props.rehearsed.events.find((e) => e.kind === 'told'),
)
const ruleIndex = computed(() =>
  props.plan.installation.rules.findIndex((r) => r.id === decided.value?.ruleId),
)
const rule = computed(() => props.plan.installation.rules[ruleIndex.value])

const room = computed(() => leaksOf(props.plan).find((l) => l.leak.id === props.rehearsed.leakId)?.room)
const sensorIndex = computed(() => {
  const heard = props.plan.installation.sensors.findIndex((s) => s.id === decided.value?.sensorId)
  return heard >= 0 ? heard : props.plan.installation.sensors.findIndex((s) => s.roomId === room.value?.id)
})
const sensor = computed(() => props.plan.installation.sensors[sensorIndex.value])
const drawn = computed(() => {
  const leak = leaksOf(props.plan).find((l) => l.leak.id === props.rehearsed.leakId)?.leak
  return !!sensor.value && !!leak && isDrawn(sensor.value, leak)
})
const distance = computed(
  () => sensor.value?.distances.find((d) => d.leakId === props.rehearsed.leakId)?.distanceM ?? null,
)
const longest = computed(() =>
  Math.max(3, distance.value ?? 0, room.value?.lengthM ?? 0, room.value?.widthM ?? 0),
)

const drives = computed<Choice<string>[]>(() =>
  props.plan.catalogue.drives.map((d) => ({ value: d.id, label: d.name })),
)

/** Typed and slid are two labels, so that a slide right after typing is its own step of undo. */
type By = 'typed' | 'slid'

const setDelay = (seconds: number, by: By) =>
  open.edit(
    `delay ${by}`,
    editRule(rule.value!.id, (r) => void (r.delayS = seconds)),
  )

const setDistanceTo = (distanceM: number | null, by: By) =>
  open.edit(`way ${by}`, setDistance(sensor.value!.id, props.rehearsed.leakId, distanceM))

/** The stop valve that closes for this leak, and the drive on it. */
const main = computed(() => {
  const outcome = open.assessment?.leaks.find((l) => l.leakId === props.rehearsed.leakId)
  return props.plan.building.stopValves.find((m) => m.id === outcome?.stopValveId)
})
const driveIndex = computed(() => driveIndexOn(props.plan, main.value?.id))

function setDrive(specId: string): Promise<void> {
  const { id } = main.value!
  return open.edit('rehearse drive', chooseDrive(id, specId))
}
</script>

<template>
  <aside class="bg-sheet h-fit space-y-5 rounded-sm p-4" aria-label="Change it here">
    <h2 class="font-bold">Change it here</h2>
    <div v-if="rule && rule.action === 'close'">
      <MeasureField
        label="Delay before closing"
        kind="duration"
        :how="`Rule: ${rule.name}`"
        required
        :values="[rule.delayS]"
        :apply="(v) => setDelay(v![0]!, 'typed')"
        :pointer="`/installation/rules/${ruleIndex}/delayS`"
      />
      <SliderLine
        label="Delay"
        :value="rule.delayS"
        :max="Math.max(300, rule.delayS)"
        :step="5"
        :apply="(seconds) => setDelay(seconds, 'slid')"
      />
    </div>
    <p v-else class="text-faded text-[13.5px]">
      No rule closes here in this mode, so there is no delay to change.
    </p>
    <ChoiceField
      v-if="main"
      label="Drive"
      :how="`On ${main.name}. A timed stroke stays with the drive it was timed on.`"
      :value="plan.installation.drives[driveIndex]?.specId ?? ''"
      :choices="drives"
      :apply="setDrive"
      :pointer="`/installation/drives/${driveIndex}/specId`"
    />
    <p v-else class="text-faded text-[13.5px]">No stop valve with a drive stands before this leak.</p>
    <p v-if="sensor && drawn" class="text-[13.5px]">
      {{ sensor.name }} hears it as drawn:
      <RouterLink class="text-moss underline" :to="`/sites/${open.siteId}/floor`"
        >move it on the floor plan</RouterLink
      >.
    </p>
    <div v-else-if="sensor">
      <MeasureField
        label="Way to the sensor"
        kind="length"
        :how="sensor.name"
        :values="one(distance)"
        :apply="(v) => setDistanceTo(v?.[0] ?? null, 'typed')"
      />
      <SliderLine
        label="Way"
        :value="distance ?? 0"
        :max="longest"
        :step="0.05"
        :apply="(metres) => setDistanceTo(Math.round(metres * 100) / 100, 'slid')"
      />
    </div>
    <p v-else class="text-faded text-[13.5px]">No sensor lies in this room.</p>
  </aside>
</template>
