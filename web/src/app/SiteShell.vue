<script setup lang="ts">
import { MenuItem } from '@headlessui/vue'
import { computed, ref, watch } from 'vue'
import { RouterLink, RouterView, useRoute, useRouter } from 'vue-router'
import { Refusal } from '@/api/client'
import { isReachable } from '@/api/reachable'
import { useCatalogueComparison } from '@/site/queries/catalogueComparison'
import { useOpenPlan } from '@/site/openPlan'
import { idle, settled } from '@/ui/pending'
import { usePreferences } from '@/site/preferences'
import FindingList from '@/site/parts/FindingList.vue'
import ModalDialog from '@/ui/ModalDialog.vue'
import ShellMark from '@/ui/ShellMark.vue'
import { floorStages, stages, stageWords } from '@/ui/words'
import AuthorDialog from '@/site/parts/AuthorDialog.vue'
import CommandPalette, { type Command } from './CommandPalette.vue'
import ConflictDialog from './ConflictDialog.vue'
import HistoryDialog from './HistoryDialog.vue'
import KeysDialog from './KeysDialog.vue'
import PreferencesMenu from '@/site/parts/PreferencesMenu.vue'
import { useShortcuts } from './shortcuts'
import StageNav from './StageNav.vue'
import TallyBar from './TallyBar.vue'

/** The frame around the stages of one site. */
type Sheet = 'keys' | 'palette' | 'findings' | 'history' | 'author'

const open = useOpenPlan()
const preferences = usePreferences()
const route = useRoute()
const router = useRouter()
const sheet = ref<Sheet | null>(null)
const saveAfterNaming = ref(false)
const missing = ref('')

/** By the address, as the plan is still being opened when the frame can be pressed already. */
const siteId = computed(() => String(route.params.id))

watch(
  () => route.params.id,
  async (id) => {
    if (typeof id !== 'string') return
    missing.value = ''
    try {
      await open.open(id)
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      missing.value = error.message
    }
  },
  { immediate: true },
)

const standing = computed(() => {
  if (open.isChanged) return 'Changed, not saved'
  if (open.waiting) return 'Kept here, not sent yet'
  return open.saved ? `Revision ${open.saved.number}` : ''
})

/** What the plan uses and the firm's catalogue says otherwise. */
const { data: comparison } = useCatalogueComparison(
  () => `${open.siteId} ${open.saved?.number} ${open.plan?.catalogueRevision}`,
)
const outdated = computed(() => {
  const used = (comparison.value?.differences ?? []).filter((d) => d.isUsed && d.change === 'changed')
  return used.map((d) => d.name).join(', ')
})

/** A finding's link leads out of the sheet that it stands in. */
watch(
  () => route.fullPath,
  () => (sheet.value = null),
)

watch(
  () => open.plan?.site.name,
  (name) => (document.title = name ? `${name} · Terrapin` : 'Terrapin'),
)

/** What a drag has led to and is still being taken belongs to what is undone. */
async function undo() {
  await idle()
  await open.undo()
}

async function save() {
  await settled()
  if (!open.isChanged) return
  if (preferences.author) {
    await open.save(preferences.author)
  } else {
    saveAfterNaming.value = true
    sheet.value = 'author'
  }
}

function named() {
  sheet.value = null
  if (saveAfterNaming.value) void save()
  saveAfterNaming.value = false
}

const pages = [
  { to: 'options', name: 'Options side by side' },
  { to: 'bill', name: 'Bill of materials' },
  { to: 'setup', name: 'Setup sheet' },
  { to: 'catalogue', name: 'Catalogue' },
]

/** Whether the drawing fills the window. */
const isDrawing = computed(
  () => floorStages.some((stage) => stage === route.name) && route.query.view !== 'list',
)

const goTo = (stage: string) => router.push(`/sites/${siteId.value}/${stage}`)

useShortcuts({
  ...Object.fromEntries(stages.map((stage, i) => [String(i + 1), () => goTo(stage)])),
  '?': () => (sheet.value = 'keys'),
  '/': () => (sheet.value = 'palette'),
  'Ctrl+s': save,
  'Ctrl+z': () => undo(),
  'Ctrl+Shift+z': () => open.redo(),
})

const commands = computed<Command[]>(() => [
  ...stages.map((stage) => ({ name: `Go to ${stageWords[stage]}`, run: () => goTo(stage) })),
  ...(open.plan?.building.rooms ?? []).map((room) => ({
    name: `Room: ${room.name}`,
    run: () => router.push({ path: `/sites/${siteId.value}/rooms`, query: { room: room.id } }),
  })),
  ...(open.plan?.building.rooms ?? []).flatMap((room) =>
    room.leaks.map((leak) => ({
      name: `Rehearse ${leak.name}, ${room.name}`,
      run: () => router.push({ path: `/sites/${siteId.value}/rehearse`, query: { leak: leak.id } }),
    })),
  ),
  ...(open.plan?.building.stopValves ?? []).map((main) => ({
    name: `Stop valve: ${main.name}`,
    run: () => router.push({ path: `/sites/${siteId.value}/main`, query: { main: main.id } }),
  })),
  ...pages.map((page) => ({ name: page.name, run: () => goTo(page.to) })),
  { name: 'Save', run: save },
  { name: 'Undo', run: () => undo() },
  { name: 'Redo', run: () => open.redo() },
  { name: 'All findings', run: () => (sheet.value = 'findings') },
  { name: 'Revisions', run: () => (sheet.value = 'history') },
  { name: 'All sites', run: () => router.push('/') },
  { name: 'Bench calculators', run: () => router.push('/bench/leak-flow') },
  { name: 'Keys', run: () => (sheet.value = 'keys') },
])
</script>

<template>
  <div v-if="missing" class="mx-auto max-w-xl p-8">
    <h1 class="text-xl font-bold">This site cannot be opened</h1>
    <p class="my-3">{{ missing }}</p>
    <RouterLink to="/" class="act">All sites</RouterLink>
  </div>
  <div v-else class="flex min-h-dvh flex-col">
    <header class="bg-sheet border-rule sticky top-0 z-20 border-b">
      <div class="flex items-center gap-2 px-3 py-2 md:gap-3 md:px-4">
        <RouterLink to="/" aria-label="All sites" class="flex shrink-0 items-center max-md:min-h-11">
          <ShellMark :statuses="open.assessment?.stages ?? []" :size="32" />
        </RouterLink>
        <h1 class="min-w-0 grow truncate text-lg font-bold">{{ open.plan?.site.name ?? ' ' }}</h1>
        <span class="text-faded text-[13px] max-lg:hidden" aria-live="polite">
          {{ standing }}
        </span>
        <button type="button" class="act-quiet" aria-label="Undo" :disabled="!open.canUndo" @click="undo()">
          <svg width="18" height="16" viewBox="0 0 18 16" aria-hidden="true">
            <path
              d="M6 1 1.5 5.5 6 10M2 5.5h9a4.5 4.5 0 0 1 0 9H6"
              fill="none"
              stroke="currentColor"
              stroke-width="2"
            />
          </svg>
        </button>
        <button
          type="button"
          class="act-quiet"
          aria-label="Redo"
          :disabled="!open.canRedo"
          @click="open.redo()"
        >
          <svg width="18" height="16" viewBox="0 0 18 16" aria-hidden="true">
            <path
              d="m12 1 4.5 4.5L12 10M16 5.5H7a4.5 4.5 0 0 0 0 9h5"
              fill="none"
              stroke="currentColor"
              stroke-width="2"
            />
          </svg>
        </button>
        <button type="button" class="act" :disabled="!open.isChanged || open.saving" @click="save">
          Save
        </button>
        <PreferencesMenu @rename="sheet = 'author'">
          <MenuItem v-for="page in pages" :key="page.to" v-slot="{ active }">
            <RouterLink
              :to="`/sites/${siteId}/${page.to}`"
              class="menu-row block"
              :class="{ 'bg-moss-wash': active }"
            >
              {{ page.name }}
            </RouterLink>
          </MenuItem>
          <MenuItem v-slot="{ active }">
            <button
              type="button"
              class="menu-row"
              :class="{ 'bg-moss-wash': active }"
              @click="sheet = 'history'"
            >
              Revisions
            </button>
          </MenuItem>
          <MenuItem v-slot="{ active }">
            <a
              :href="`/api/sites/${siteId}/bundle`"
              download
              class="menu-row block"
              :class="{ 'bg-moss-wash': active }"
            >
              Export the saved site, with photographs
            </a>
          </MenuItem>
          <MenuItem v-slot="{ active }">
            <a
              :href="`/api/sites/${siteId}/export`"
              download
              class="menu-row block"
              :class="{ 'bg-moss-wash': active }"
            >
              Export its plan alone
            </a>
          </MenuItem>
          <MenuItem v-slot="{ active }">
            <button
              type="button"
              class="menu-row"
              :class="{ 'bg-moss-wash': active }"
              @click="sheet = 'keys'"
            >
              Keys
            </button>
          </MenuItem>
        </PreferencesMenu>
      </div>
      <StageNav class="border-rule border-t md:hidden" />
    </header>

    <div class="flex grow">
      <aside class="bg-sheet border-rule w-44 shrink-0 border-r max-md:hidden">
        <StageNav class="sticky top-14 pt-2" />
      </aside>
      <div class="min-w-0 grow">
        <TallyBar :is-one-line="isDrawing" @findings="sheet = 'findings'" />
        <p
          v-if="!open.isKept && open.isChanged"
          role="alert"
          class="bg-clay-wash text-clay px-4 py-2 font-semibold"
        >
          Save now: this device has no room to keep unsaved changes, and closing the page would lose them.
        </p>
        <p v-if="!isReachable" role="status" class="bg-ochre-wash px-4 py-2 text-[13.5px]">
          The server does not answer: this device calculates, and keeps what you save until it does.
          <strong v-if="open.waiting">
            {{ open.waiting === 1 ? '1 save waits.' : `${open.waiting} saves wait.` }}
          </strong>
          <span class="max-sm:hidden">The search for places, photographs and the log need it.</span>
        </p>
        <p v-if="open.refused" role="alert" class="bg-clay-wash text-clay px-4 py-2 text-[13.5px]">
          Correct it and save again: the server did not take what was saved. {{ open.refused.message }}
          <span v-for="error in open.refused.problem.errors ?? []" :key="error.pointer" class="block">
            {{ error.message }}
          </span>
        </p>
        <p v-if="open.restored && open.isChanged" class="bg-ochre-wash px-4 py-2 text-[13.5px]">
          Unsaved changes from before were kept on this device and are back. Undo brings the saved state.
        </p>
        <p v-if="outdated" class="bg-ochre-wash px-4 py-2 text-[13.5px]">
          The firm’s catalogue has other figures for {{ outdated }} than this plan.
          <RouterLink :to="`/sites/${siteId}/catalogue`" class="text-moss font-semibold underline">
            Look, and take them over
          </RouterLink>
        </p>
        <main v-if="open.plan" class="p-4 md:p-5">
          <RouterView />
        </main>
        <p v-else class="text-faded p-5">Opening the site …</p>
      </div>
    </div>

    <ConflictDialog />
    <KeysDialog :open="sheet === 'keys'" @close="sheet = null" />
    <HistoryDialog :open="sheet === 'history'" @close="sheet = null" />
    <AuthorDialog :open="sheet === 'author'" @close="sheet = null" @named="named" />
    <CommandPalette :open="sheet === 'palette'" :commands="commands" @close="sheet = null" />
    <ModalDialog :open="sheet === 'findings'" wide title="All findings" @close="sheet = null">
      <div class="max-h-[65vh] overflow-auto">
        <FindingList :findings="open.assessment?.findings ?? []" />
        <p v-if="!open.assessment?.findings.length">
          Nothing found. What is not proved on site is still only believed.
        </p>
      </div>
      <div class="mt-4 text-right">
        <button type="button" class="act" @click="sheet = null">Close</button>
      </div>
    </ModalDialog>
  </div>
</template>
