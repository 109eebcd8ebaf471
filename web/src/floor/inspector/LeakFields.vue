<script setup lang="ts">
import { computed } from 'vue'
import { api } from '@/api/client'
import type { LeakPoint, Room } from '@/api/types'
import { editLeak, setLeakKind, setLeakPipe, setLeakSide } from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import AnswerField from '@/ui/AnswerField.vue'
import ChoiceField from '@/ui/ChoiceField.vue'
import { harms, positions, waterSides } from '@/ui/choices/rooms'
import MeasureField from '@/ui/MeasureField.vue'
import { assumedOf } from '@/ui/assumed'
import { one } from '@/ui/measured'
import TextField from '@/ui/TextField.vue'
import TickChoices from '@/ui/TickChoices.vue'
import { isFixedFlow, leakKinds, type Choice } from '@/ui/words'

/** What is asked of a leak point, wherever it stands. */
const props = defineProps<{ leak: LeakPoint; room: Room; pointer: string }>()
const open = useOpenPlan()
const pipes = computed<Choice<string | null>[]>(() => [
  ...open.plan!.building.pipes.map((p) => ({ value: p.id, label: p.name })),
  { value: null, label: 'No pipe: waste, rain or a tank', hint: 'no stop valve stops it' },
])

const set = (what: string, change: (leak: LeakPoint) => void) =>
  open.edit(`leak ${props.leak.id} ${what}`, editLeak(props.leak.id, change))

type Measure = 'holeM' | 'flowM3PerS' | 'heightAboveFloorM' | 'holdsM3'
const setMeasure = (key: Measure) => (values: number[] | null) =>
  set(key, (leak) => void (leak[key] = values?.[0] ?? null))

async function setSide(side: LeakPoint['side']) {
  const { id } = props.leak
  const feed = await api.proposeFeed(open.plan!, props.room.id, side)
  await open.edit(`leak ${id} side`, setLeakSide(id, side, feed))
}
</script>

<template>
  <TextField
    label="Leak point"
    :value="leak.name"
    required
    :apply="(text) => set('name', (l) => void (l.name = text))"
    :pointer="`${pointer}/name`"
  />
  <ChoiceField
    label="Kind"
    :value="leak.kind"
    :choices="leakKinds"
    :apply="(kind) => open.edit(`leak ${leak.id} kind`, setLeakKind(leak.id, kind))"
    :pointer="`${pointer}/kind`"
  />
  <MeasureField
    v-if="isFixedFlow(leak.kind)"
    label="Flow"
    kind="flow"
    how="Into a jug against the watch: 10 L in 50 s."
    :values="one(leak.flowM3PerS)"
    :assumed="assumedOf(leak, 'fixedFlowM3PerS', leak.kind)"
    :apply="setMeasure('flowM3PerS')"
    :pointer="`${pointer}/flowM3PerS`"
  />
  <MeasureField
    v-else
    label="Hole"
    kind="smallLength"
    how="Inner bore of the hose or pipe for a full break."
    :values="one(leak.holeM)"
    :assumed="assumedOf(leak, 'holeM', leak.kind)"
    :apply="setMeasure('holeM')"
    :pointer="`${pointer}/holeM`"
  />
  <MeasureField
    label="Height above the floor"
    kind="length"
    how="Tape from the floor to where it would leak."
    :values="one(leak.heightAboveFloorM)"
    :assumed="assumedOf(leak, 'heightAboveFloorM', leak.kind)"
    :apply="setMeasure('heightAboveFloorM')"
    :pointer="`${pointer}/heightAboveFloorM`"
  />
  <div>
    <ChoiceField
      :label="leak.pipeIsProposed ? 'Fed by (proposed: is it?)' : 'Fed by'"
      :value="leak.pipeId ?? null"
      :choices="pipes"
      :apply="(pipeId) => open.edit(`leak ${leak.id} pipe`, setLeakPipe(leak.id, pipeId))"
      :pointer="`${pointer}/pipeId`"
    />
    <button
      v-if="leak.pipeIsProposed"
      type="button"
      class="act-quiet -ml-2"
      @click="set('pipe said', (l) => void (l.pipeIsProposed = false))"
    >
      Yes, this pipe feeds it
    </button>
  </div>
  <MeasureField
    v-if="!leak.pipeId"
    label="How much there is"
    kind="volume"
    how="The most that can run out: a bath, a tank. Rain has no end."
    :values="one(leak.holdsM3)"
    :apply="setMeasure('holdsM3')"
    :pointer="`${pointer}/holdsM3`"
  />
  <AnswerField
    label="Side"
    :value="leak.side"
    :choices="waterSides"
    :apply="setSide"
    :pointer="`${pointer}/side`"
  />
  <TickChoices
    class="col-span-full"
    label="What it would ruin, or who is not there"
    :values="leak.harms ?? []"
    :choices="harms"
    :apply="(values) => set('harms', (l) => void (l.harms = values))"
  />
  <AnswerField
    class="col-span-full"
    label="Where its water meets the floor"
    :value="leak.position"
    :choices="positions"
    :apply="(position) => set('position', (l) => void (l.position = position))"
    :pointer="`${pointer}/position`"
  />
</template>
