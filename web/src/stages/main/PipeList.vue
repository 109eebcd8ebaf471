<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { computed, ref } from 'vue'
import type { Pipe, Plan } from '@/api/types'
import { freshId } from '@/site/names'
import { addBranch, addPipe, editPipe, removePipe } from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import AnswerField from '@/ui/AnswerField.vue'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import UsualValues from '@/site/parts/UsualValues.vue'
import { assumedOf } from '@/ui/assumed'
import { one } from '@/ui/measured'
import TextField from '@/ui/TextField.vue'
import { show } from '@/ui/units'
import { pipeMaterials, pipeWaters } from '@/ui/choices/valve'
import PipeSizes from './PipeSizes.vue'

/** The tree of pipes as a list, each under the one that feeds it. */
const open = useOpenPlan()
const preferences = usePreferences()
const plan = computed(() => open.plan!)
const added = ref('')

const tree = computed(() => {
  const rows: { pipe: Pipe; index: number; depth: number }[] = []
  const visit = (parent: string | null, depth: number) =>
    plan.value.building.pipes.forEach((pipe, index) => {
      if ((pipe.parentId ?? null) !== parent) return
      rows.push({ pipe, index, depth })
      visit(pipe.id, depth + 1)
    })
  visit(null, 0)
  return rows
})

const summary = (pipe: Pipe) =>
  [
    pipe.lengthM == null ? 'length not measured' : show('length', pipe.lengthM, preferences.system),
    pipe.boreM == null ? 'bore not measured' : `⌀ ${show('smallLength', pipe.boreM, preferences.system)}`,
    pipeMaterials.find((m) => m.value === pipe.material)?.label.toLowerCase(),
  ].join(' · ')

/** A start is a pipe, a main, or the supply; one word for all three, so that it is one choice. */
const startOf = (pipe: Pipe) =>
  pipe.stopValveId ? `main:${pipe.stopValveId}` : pipe.parentId ? `pipe:${pipe.parentId}` : ''

function putStart(pipe: Pipe, start: string) {
  const [kind, id] = start.split(':')
  pipe.stopValveId = kind === 'main' ? id! : null
  pipe.parentId = kind === 'pipe' ? id! : null
}

/** Where a pipe may start: a main, any pipe that it does not feed itself, or before every main. */
const parents = (pipe: Pipe) => {
  const below = new Set([pipe.id])
  for (const row of tree.value) if (row.pipe.parentId && below.has(row.pipe.parentId)) below.add(row.pipe.id)
  return [
    ...plan.value.building.stopValves.map((m) => ({
      value: `main:${m.id}`,
      label: plan.value.building.stopValves.length > 1 ? m.name : 'the stop valve',
    })),
    ...plan.value.building.pipes
      .filter((p) => !below.has(p.id))
      .map((p) => ({ value: `pipe:${p.id}`, label: p.name })),
    { value: '', label: 'the supply, before every stop valve' },
  ]
}

const set = (id: string, what: string, change: (pipe: Pipe) => void) =>
  open.edit(`pipe ${id} ${what}`, editPipe(id, change))

type Measure = 'boreM' | 'lengthM' | 'endHeightM' | 'limiterM3PerS' | 'stopValveK'
const setMeasure = (id: string, key: Measure) => (values: number[] | null) =>
  set(id, key, (pipe) => void (pipe[key] = values?.[0] ?? null))

async function add() {
  // Known before the row is drawn, so that it is drawn unfolded.
  added.value = freshId('pipe', plan.value.building.pipes)
  await open.edit('pipe added', addPipe(added.value))
}

async function addBranchOf(pipe: Pipe) {
  added.value = freshId(`${pipe.id}-branch`, plan.value.building.pipes)
  await open.edit('branch added', addBranch(added.value, pipe.id))
}

const uses = (plan: Plan, id: string) =>
  plan.building.pipes.filter((p) => p.parentId === id).length +
  plan.building.stopValves.filter((m) => m.fedByPipeId === id).length +
  plan.building.rooms.flatMap((r) => r.leaks).filter((l) => l.pipeId === id).length
</script>

<template>
  <p v-if="plan.building.pipes.length === 0" class="text-faded mb-3">
    No pipe yet. Begin with the run that leaves the stop valve; leak points are hung on pipes.
  </p>
  <ul class="divide-rule bg-sheet mb-3 divide-y rounded-sm">
    <Disclosure
      v-for="{ pipe, index, depth } in tree"
      :key="pipe.id"
      v-slot="{ open: shown }"
      as="li"
      :default-open="pipe.id === added"
    >
      <DisclosureButton
        class="hover:bg-moss-wash flex w-full items-baseline gap-2 py-2 pr-3 text-left"
        :style="{ paddingLeft: `${12 + depth * 18}px` }"
      >
        <span class="text-moss w-3 shrink-0" aria-hidden="true">{{ shown ? '−' : '+' }}</span>
        <span class="font-semibold">{{ pipe.name }}</span>
        <span class="text-faded grow truncate text-right text-[13px] tabular-nums">{{ summary(pipe) }}</span>
      </DisclosureButton>
      <DisclosurePanel class="grid gap-x-5 gap-y-4 px-3 pt-1 pb-4 sm:grid-cols-2 sm:pl-8">
        <TextField
          label="Name"
          :value="pipe.name"
          required
          :apply="(name) => set(pipe.id, 'name', (p) => void (p.name = name))"
          :pointer="`/building/pipes/${index}/name`"
        />
        <ChoiceField
          label="Starts at"
          :value="startOf(pipe)"
          :choices="parents(pipe)"
          :apply="(start) => set(pipe.id, 'start', (p) => putStart(p, start))"
          :pointer="`/building/pipes/${index}/parentId`"
        />
        <AnswerField
          class="sm:col-span-2"
          label="Material"
          :value="pipe.material"
          :choices="pipeMaterials"
          :apply="(material) => set(pipe.id, 'material', (p) => void (p.material = material))"
          :pointer="`/building/pipes/${index}/material`"
        />
        <AnswerField
          label="Carries"
          :value="pipe.water ?? 'unknown'"
          :choices="pipeWaters"
          :apply="(water) => set(pipe.id, 'water', (p) => void (p.water = water))"
          :pointer="`/building/pipes/${index}/water`"
        />
        <PipeSizes
          :pipe="pipe"
          :apply="(boreM) => setMeasure(pipe.id, 'boreM')([boreM])"
          class="sm:col-span-2"
        />
        <MeasureField
          label="Bore"
          kind="bore"
          how="Inside; or outside by wall as printed on it: 22 x 3."
          :values="one(pipe.boreM)"
          :assumed="assumedOf(pipe, 'pipeBoreM')"
          :apply="setMeasure(pipe.id, 'boreM')"
          :pointer="`/building/pipes/${index}/boreM`"
        />
        <MeasureField
          label="Length"
          kind="length"
          how="Along the pipe, with a tape or paces."
          :values="one(pipe.lengthM)"
          :assumed="assumedOf(pipe, 'pipeLengthM')"
          :apply="setMeasure(pipe.id, 'lengthM')"
          :pointer="`/building/pipes/${index}/lengthM`"
        />
        <MeasureField
          label="Height of its far end"
          kind="length"
          how="Above the stop valve; below is negative."
          :values="one(pipe.endHeightM)"
          :apply="setMeasure(pipe.id, 'endHeightM')"
          :pointer="`/building/pipes/${index}/endHeightM`"
        />
        <MeasureField
          label="Flow limiter"
          kind="flow"
          how="What it lets through, as printed on it."
          empty-word="none"
          :values="one(pipe.limiterM3PerS)"
          :apply="setMeasure(pipe.id, 'limiterM3PerS')"
          :pointer="`/building/pipes/${index}/limiterM3PerS`"
        />
        <MeasureField
          label="Stop valve at its start, loss K"
          kind="number"
          how="From its sheet, as it stands."
          empty-word="none"
          :values="one(pipe.stopValveK)"
          :apply="setMeasure(pipe.id, 'stopValveK')"
          :pointer="`/building/pipes/${index}/stopValveK`"
        />
        <UsualValues class="sm:col-span-2" :scope="{ pipeId: pipe.id }" place="for this pipe" />
        <div class="sm:col-span-2">
          <button type="button" class="act-quiet -ml-2" @click="addBranchOf(pipe)">Add a branch of it</button>
          <button
            type="button"
            class="act-quiet text-clay -ml-2"
            :disabled="uses(plan, pipe.id) > 0"
            @click="open.edit('pipe removed', removePipe(pipe.id))"
          >
            Take this pipe out
          </button>
          <span v-if="uses(plan, pipe.id)" class="text-faded text-[13px]">
            {{ uses(plan, pipe.id) }} pipes, stop valves or leak points hang on it.
          </span>
        </div>
      </DisclosurePanel>
    </Disclosure>
  </ul>
  <button type="button" class="act" @click="add">Add a pipe</button>
</template>
