<script setup lang="ts">
import { TabGroup, TabList, Tab, TabPanel, TabPanels } from '@headlessui/vue'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { api, Refusal, type CatalogueForm } from '@/api/client'
import type { DocumentError } from '@/api/types'
import AuthorDialog from '@/site/parts/AuthorDialog.vue'
import PreferencesMenu from '@/site/parts/PreferencesMenu.vue'
import { usePreferences } from '@/site/preferences'
import { download as saveAs } from '@/ui/download'
import { day, dayAndTime } from '@/ui/dates'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import RefusedFile from '@/ui/RefusedFile.vue'
import ShellMark from '@/ui/ShellMark.vue'
import TextField from '@/ui/TextField.vue'
import { deviceColumns, deviceLists } from './columns'
import DeviceTable from './DeviceTable.vue'
import { useFirmCatalogue } from './firmCatalogue'
import { takenFiles } from '@/ui/takenFiles'
import { show } from '@/ui/units'

/** The devices the firm may use, with each figure's provenance; saved by revisions, in and out as JSON and CSV. */
const firm = useFirmCatalogue()
const preferences = usePreferences()
void firm.open()

const tab = ref(0)
const shown = computed(() => deviceLists[tab.value]!)
const errors = ref<DocumentError[]>([])
const told = ref('')
const picker = ref<HTMLInputElement>()
const reading = ref<CatalogueForm>('json')
/** The dialog that asks who somebody is, and whether the catalogue is saved once they said it. */
const naming = ref<'save' | 'only' | null>(null)

async function download(form: CatalogueForm) {
  const file = await api.catalogues.write(firm.catalogue!, form)
  saveAs(file, form === 'json' ? 'catalogue.json' : `${form}.csv`)
}

function choose(form: CatalogueForm) {
  reading.value = form
  picker.value?.click()
}

async function read(event: Event) {
  const [file] = takenFiles(event)
  if (!file) return
  errors.value = []
  told.value = ''
  try {
    const { added, replaced } = await firm.merge(await api.catalogues.read(file, reading.value))
    told.value = `Read from ${file.name}: ${added} added, ${replaced} replaced. Save it, or put it back.`
  } catch (failure) {
    if (!(failure instanceof Refusal)) throw failure
    errors.value = failure.problem.errors ?? [{ pointer: '', message: failure.message }]
  }
}

async function save() {
  if (!preferences.author) {
    naming.value = 'save'
    return
  }
  await firm.save(preferences.author)
  if (!firm.isStale)
    told.value = `Saved as revision ${firm.saved!.revision}. Sites say where their own copies differ.`
}
function named() {
  const saves = naming.value === 'save'
  naming.value = null
  if (saves) void save()
}

const changed = computed(() =>
  firm.changes.map(({ name, is }) => (is === 'changed' ? name : `${name} (${is})`)).join(', '),
)

const strapLimits = [
  { key: 'copperN', label: 'Copper', usualN: 400 },
  { key: 'steelN', label: 'Steel', usualN: 400 },
  { key: 'rigidPlasticN', label: 'Rigid plastic', usualN: 200 },
  { key: 'crossLinkedPolyethyleneN', label: 'PEX', usualN: 120 },
] as const
const setLimit = (key: (typeof strapLimits)[number]['key']) => (values: number[] | null) =>
  firm.edit((draft) => void (draft.strapLimits[key] = values?.[0] ?? null))

const setCurrency = (currency: string) => firm.edit((draft) => void (draft.currency = currency || null))
</script>

<template>
  <div class="mx-auto max-w-6xl px-4 py-4">
    <header class="mb-4 flex items-center justify-between gap-3">
      <div class="flex items-center gap-3">
        <RouterLink to="/" aria-label="All sites"><ShellMark :statuses="[]" :size="34" /></RouterLink>
        <div>
          <h1 class="text-2xl leading-tight font-bold">The catalogue</h1>
          <p class="text-faded text-[13.5px]">
            {{
              firm.saved
                ? `Revision ${firm.saved.revision}, ${firm.saved.savedBy}, ${day(firm.saved.savedAt)}`
                : 'Reading it …'
            }}
          </p>
        </div>
      </div>
      <PreferencesMenu @rename="naming = 'only'" />
    </header>
    <main v-if="firm.catalogue">
      <p class="text-faded mb-4 max-w-prose">
        The devices of the firm, for all its sites, and where each figure comes from. A figure you measured
        yourself beats the maker's sheet; an assumed one is a reason to measure. A site keeps the copy that it
        was calculated with, and says when this one differs.
      </p>
      <div
        v-if="firm.isChanged || firm.isStale"
        class="bg-moss-wash sticky top-0 z-10 mb-4 flex flex-wrap items-center gap-x-4 gap-y-2 rounded-sm p-3"
        role="region"
        aria-label="Not saved"
      >
        <span class="min-w-0 grow basis-60">
          <template v-if="firm.isStale">
            Somebody saved revision {{ firm.saved!.revision }} meanwhile. Go on from there with what you
            changed, or put yours back.
          </template>
          <template v-else>Not saved: {{ changed || 'limits or currency' }}</template>
        </span>
        <button type="button" class="act-quiet" @click="firm.discard">Put it back</button>
        <button v-if="firm.isStale" type="button" class="act" @click="firm.goOnFromNewest">
          Go on from the newest
        </button>
        <button v-else type="button" class="act" @click="save">Save for all sites</button>
      </div>
      <TabGroup :selected-index="tab" @change="(index: number) => (tab = index)">
        <div class="mb-3 flex flex-wrap items-end justify-between gap-3">
          <TabList class="border-rule bg-sheet flex flex-wrap gap-px rounded-sm border p-0.5">
            <Tab v-for="entry in deviceLists" :key="entry.list" v-slot="{ selected }" as="template">
              <button
                type="button"
                class="rounded-xs px-3 py-1"
                :class="selected ? 'bg-moss text-on-moss font-semibold' : 'hover:bg-moss-wash'"
              >
                {{ entry.name }}
                <span class="figures">{{ firm.catalogue[entry.list].length }}</span>
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
          <TabPanel v-for="entry in deviceLists" :key="entry.list" :tabindex="-1">
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
          :empty-word="`usual: ${show('force', limit.usualN, preferences.system)}`"
          :values="one(firm.catalogue.strapLimits[limit.key])"
          :apply="setLimit(limit.key)"
          :pointer="`/strapLimits/${limit.key}`"
        />
      </div>
      <TextField
        class="mt-5 max-w-40"
        label="Currency"
        how="Three letters."
        :value="firm.catalogue.currency ?? ''"
        :apply="setCurrency"
        pointer="/currency"
      />
      <details class="mt-6">
        <summary class="text-moss cursor-pointer font-semibold">
          {{ firm.revisions.length }} {{ firm.revisions.length === 1 ? 'revision' : 'revisions' }}
        </summary>
        <ul class="divide-rule bg-sheet mt-2 divide-y rounded-sm">
          <li
            v-for="revision in firm.revisions"
            :key="revision.revision"
            class="flex items-center gap-3 px-3 py-1"
          >
            <span class="figures w-8 text-right font-bold">{{ revision.revision }}</span>
            <span class="grow">
              {{ revision.savedBy }}
              <span class="text-faded text-[13px]">{{ dayAndTime(revision.savedAt) }}</span>
            </span>
            <button type="button" class="act-quiet" @click="firm.bringBack(revision.revision)">
              Bring back<span class="sr-only"> revision {{ revision.revision }}</span>
            </button>
          </li>
        </ul>
      </details>
    </main>
    <AuthorDialog :open="naming !== null" @close="naming = null" @named="named" />
  </div>
</template>
