<script setup lang="ts">
import { TabGroup, TabList, Tab, TabPanel, TabPanels } from '@headlessui/vue'
import { computed, ref } from 'vue'
import { api, Refusal, type CatalogueForm } from '@/api/client'
import type { Catalogue, DocumentError } from '@/api/types'
import { useOpenPlan } from '@/plan/openPlan'
import { download as saveAs } from '@/ui/download'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import RefusedFile from '@/ui/RefusedFile.vue'
import TextField from '@/ui/TextField.vue'
import { deviceColumns, type DeviceList } from './columns'
import DeviceTable from './DeviceTable.vue'

/** The devices this plan may use, with each figure's standing; in and out as JSON and CSV. */
const open = useOpenPlan()
const lists: { list: DeviceList; name: string }[] = [
  { list: 'drives', name: 'Drives' },
  { list: 'sensors', name: 'Sensors' },
  { list: 'hubs', name: 'Hubs' },
  { list: 'finishes', name: 'Floors' },
]
const tab = ref(0)
const shown = computed(() => lists[tab.value]!)
const errors = ref<DocumentError[]>([])
const told = ref('')
const picker = ref<HTMLInputElement>()
const reading = ref<CatalogueForm>('json')

async function download(form: CatalogueForm) {
  const file = await api.catalogues.write(open.plan!.catalogue, form)
  saveAs(file, form === 'json' ? 'catalogue.json' : `${form}.csv`)
}

function choose(form: CatalogueForm) {
  reading.value = form
  picker.value?.click()
}

/** Devices of a file replace those of the same id and join the others; all of it is taken, or nothing. */
function merge(into: Catalogue, from: Catalogue) {
  let replaced = 0
  let added = 0
  for (const { list } of lists) {
    const have = (into[list] ??= []) as { id: string }[]
    for (const device of (from[list] ?? []) as { id: string }[]) {
      const at = have.findIndex((d) => d.id === device.id)
      if (at >= 0) {
        have[at] = device
        replaced++
      } else {
        have.push(device)
        added++
      }
    }
  }
  return { replaced, added }
}

async function read(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  errors.value = []
  told.value = ''
  try {
    const catalogue = await api.catalogues.read(file, reading.value)
    let counts = { replaced: 0, added: 0 }
    await open.edit('catalogue read', (draft) => void (counts = merge(draft.catalogue, catalogue)))
    told.value = `Read from ${file.name}: ${counts.added} added, ${counts.replaced} replaced. Undo brings the old ones back.`
  } catch (failure) {
    if (!(failure instanceof Refusal)) throw failure
    errors.value = failure.problem.errors ?? [{ pointer: '', message: failure.message }]
  }
}

const strapLimits = [
  { key: 'copperN', label: 'Copper', usual: '400 N' },
  { key: 'steelN', label: 'Steel', usual: '400 N' },
  { key: 'rigidPlasticN', label: 'Rigid plastic', usual: '200 N' },
  { key: 'crossLinkedPolyethyleneN', label: 'PEX', usual: '120 N' },
] as const
const setLimit = (key: (typeof strapLimits)[number]['key']) => (values: number[] | null) =>
  open.edit(`strap limit ${key}`, (draft) => {
    draft.catalogue.strapLimits = { ...draft.catalogue.strapLimits, [key]: values?.[0] ?? null }
  })

const setCurrency = (currency: string) =>
  open.edit('currency', (draft) => void (draft.catalogue.currency = currency || null))
</script>

<template>
  <div class="mx-auto max-w-6xl">
    <h1 class="text-2xl leading-tight font-bold">The catalogue</h1>
    <p class="text-faded mb-4 max-w-prose">
      The devices this plan may use, and where each figure comes from. A figure you measured yourself beats
      the maker's sheet; an assumed one is a reason to measure.
    </p>
    <TabGroup :selected-index="tab" @change="(index: number) => (tab = index)">
      <div class="mb-3 flex flex-wrap items-end justify-between gap-3">
        <TabList class="border-rule bg-sheet flex gap-px rounded-sm border p-0.5">
          <Tab v-for="entry in lists" :key="entry.list" v-slot="{ selected }" as="template">
            <button
              type="button"
              class="rounded-xs px-3 py-1"
              :class="selected ? 'bg-moss text-on-moss font-semibold' : 'hover:bg-moss-wash'"
            >
              {{ entry.name }}
              <span class="figures">{{ (open.plan!.catalogue[entry.list] ?? []).length }}</span>
            </button>
          </Tab>
        </TabList>
        <div class="flex flex-wrap items-end gap-x-3 gap-y-2">
          <button type="button" class="act-quiet" @click="download(shown.list)">
            {{ shown.name }} as CSV
          </button>
          <button type="button" class="act-quiet" @click="download('json')">All as JSON</button>
          <button type="button" class="act-quiet" @click="choose(shown.list)">
            Read {{ shown.name.toLowerCase() }} from CSV
          </button>
          <button type="button" class="act-quiet" @click="choose('json')">Read JSON</button>
        </div>
      </div>
      <input
        ref="picker"
        type="file"
        class="sr-only"
        tabindex="-1"
        aria-label="Catalogue file"
        :accept="reading === 'json' ? '.json,application/json' : '.csv,text/csv'"
        @change="read"
      />
      <RefusedFile :errors="errors" :most="12" class="mb-3" />
      <p v-if="told" class="bg-moss-wash mb-3 rounded-sm p-3" role="status">{{ told }}</p>
      <TabPanels>
        <TabPanel v-for="entry in lists" :key="entry.list" :tabindex="-1">
          <DeviceTable :list="entry.list" :columns="deviceColumns[entry.list]" />
        </TabPanel>
      </TabPanels>
    </TabGroup>
    <h2 class="mt-6 mb-1 text-lg font-bold">What a pipe stands under a strap</h2>
    <p class="text-faded mb-3 max-w-prose text-[13.5px]">Left empty, the usual screening limit counts.</p>
    <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2 lg:grid-cols-4">
      <MeasureField
        v-for="limit in strapLimits"
        :key="limit.key"
        :label="limit.label"
        kind="force"
        :empty-word="`usual: ${limit.usual}`"
        :values="one(open.plan!.catalogue.strapLimits?.[limit.key])"
        :apply="setLimit(limit.key)"
        :pointer="`/catalogue/strapLimits/${limit.key}`"
      />
    </div>
    <TextField
      class="mt-5 max-w-40"
      label="Currency"
      how="Three letters."
      :value="open.plan!.catalogue.currency ?? ''"
      :apply="setCurrency"
      pointer="/catalogue/currency"
    />
  </div>
</template>
