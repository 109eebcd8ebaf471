<script setup lang="ts">
import { computed } from 'vue'
import type { Fixture } from '@/api/types'
import { editFixture, removeFixture } from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import AnswerField from '@/ui/AnswerField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import TextField from '@/ui/TextField.vue'
import { assumedOf } from '@/ui/assumed'
import UsualValues from '@/site/parts/UsualValues.vue'
import type { Choice } from '@/ui/words'
import { useFloorView } from '../floorView'
import FloorSheet from './FloorSheet.vue'
import RectangleFields from './RectangleFields.vue'

/** Something that stands on the floor: where, how large, and what water does there. */
const props = defineProps<{ id: string }>()
const view = useFloorView()
const open = useOpenPlan()
const roomIndex = computed(() =>
  open.plan!.building.rooms.findIndex((r) => r.fixtures.some((f) => f.id === props.id)),
)
const index = computed(() =>
  (open.plan!.building.rooms[roomIndex.value]?.fixtures ?? []).findIndex((f) => f.id === props.id),
)
const fixture = computed(() => open.plan!.building.rooms[roomIndex.value]?.fixtures?.[index.value])
const at = computed(() => `/building/rooms/${roomIndex.value}/fixtures/${index.value}`)

const bases: Choice<Fixture['base']>[] = [
  { value: 'tight', label: 'Tight on the floor', hint: 'water runs round it' },
  { value: 'onFeet', label: 'On feet', hint: 'water runs under it; a probe or rope fits' },
  { value: 'clear', label: 'Hangs clear', hint: 'anything fits under it' },
  { value: 'pit', label: 'A pit in the floor', hint: 'fills to its rim' },
]

const set = (what: string, change: (fixture: Fixture) => void) =>
  view.edit(`fixture ${props.id} ${what}`, editFixture(props.id, change))
const turn = () =>
  view.attempt(
    'fixture turned',
    editFixture(props.id, ({ area }) => {
      ;[area.lengthM, area.widthM] = [area.widthM, area.lengthM]
    }),
  )
async function takeOut() {
  if (await view.attempt('fixture removed', removeFixture(props.id))) view.chosen = null
}
</script>

<template>
  <FloorSheet
    v-if="fixture"
    :title="fixture.name"
    take-out="Take it out, and leave its leak points"
    @take-out="takeOut"
  >
    <TextField
      class="col-span-2"
      label="Name"
      required
      :value="fixture.name"
      :apply="(name) => set('name', (f) => void (f.name = name))"
      :pointer="`${at}/name`"
    />
    <AnswerField
      class="col-span-2"
      label="How it stands"
      :value="fixture.base"
      :choices="bases"
      :apply="(base) => set('base', (f) => void (f.base = base))"
      :pointer="`${at}/base`"
    />
    <template v-if="fixture.base === 'pit'">
      <MeasureField
        label="Depth"
        kind="length"
        how="Floor to bottom."
        :values="one(fixture.depthM)"
        :assumed="assumedOf(fixture, 'pitDepthM')"
        :apply="(v) => set('depth', (f) => void (f.depthM = v?.[0] ?? null))"
        :pointer="`${at}/depthM`"
      />
      <MeasureField
        label="Pump starts at"
        kind="length"
        how="Above the bottom."
        :values="one(fixture.pumpStartsM)"
        :apply="(v) => set('pump', (f) => void (f.pumpStartsM = v?.[0] ?? null))"
        :pointer="`${at}/pumpStartsM`"
      />
    </template>
    <RectangleFields
      :rectangle="fixture.area"
      :apply="(key, value) => set(`area ${key}`, (f) => void (f.area[key] = value))"
      :pointer="() => `${at}/area`"
    />
    <template #below>
      <UsualValues :scope="{ fixtureId: id }" place="here" />
      <button type="button" class="act-quiet mt-3 -ml-2" @click="turn">Turn it</button>
    </template>
  </FloorSheet>
</template>
