<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import exampleUrl from '../../../demo/net-loft.terrapin.json?url'
import { api, Refusal } from '@/api/client'
import { isReachable } from '@/api/reachable'
import type { ListedSite, SavedPlan } from '@/api/types'
import { keptSiteIds, readList } from '@/site/kept/copies'
import { waitingSites } from '@/site/kept/waiting'
import { usePreferences } from '@/site/preferences'
import { lostText } from '@/ui/outcomes'
import { dayAndTime } from '@/ui/dates'
import ModalDialog from '@/ui/ModalDialog.vue'
import SeverityMark from '@/ui/SeverityMark.vue'
import ShellMark from '@/ui/ShellMark.vue'
import AuthorDialog from '@/site/parts/AuthorDialog.vue'
import PreferencesMenu from '@/site/parts/PreferencesMenu.vue'
import { takenFiles } from '@/ui/takenFiles'
import { volumeWord } from '@/ui/units'

/** All sites at a glance, and the ways to start one. */
const preferences = usePreferences()
const router = useRouter()
const sites = ref<ListedSite[] | null>(null)
const name = ref('')
const error = ref('')
const renaming = ref(false)
const pending = ref<((author: string) => Promise<SavedPlan>) | null>(null)
const filePicker = ref<HTMLInputElement>()

const inUse = computed(() => (sites.value ?? []).filter((s) => !s.isPutAway))
const putAway = computed(() => (sites.value ?? []).filter((s) => s.isPutAway))
const deleting = ref<ListedSite | null>(null)

const COME_BACK_MS = 1500
const MOST_COME_BACKS = 8
let comeBacks = 0
let comeBack = 0
/** Which sites this device can open by itself, and which have saves that wait, while the server does not answer. */
const here = ref<{ opened: string[]; waiting: string[] } | null>(null)
watch(
  isReachable,
  async (reachable) => {
    here.value = reachable ? null : { opened: await keptSiteIds(), waiting: await waitingSites() }
    if (reachable && sites.value) await attempt(list)
  },
  { immediate: true },
)

async function list() {
  sites.value = await readList()
  // Figures of sites from an earlier version, or of the examples, come while the list is looked at.
  if (sites.value.some((s) => s.trouble) && comeBacks++ < MOST_COME_BACKS)
    comeBack = window.setTimeout(() => void attempt(list), COME_BACK_MS)
}
onMounted(async () => {
  await attempt(list)
  // A site is opened from here as a rule: what shows it is there by then. What cannot be had now is asked for again when one is opened.
  await Promise.allSettled([import('./SiteShell.vue'), import('@/stages/main/MainStage.vue')])
})
onBeforeUnmount(() => window.clearTimeout(comeBack))

async function attempt(work: () => Promise<void>) {
  error.value = ''
  try {
    await work()
  } catch (failure) {
    if (!(failure instanceof Refusal)) throw failure
    error.value = failure.message
  }
}

const move = (site: ListedSite, away: boolean) =>
  attempt(async () => {
    await api.putSiteAway(site.id, away)
    await list()
  })

const remove = (site: ListedSite) =>
  attempt(async () => {
    deleting.value = null
    await api.deleteSite(site.id, preferences.author)
    await list()
  })

async function make(work: (author: string) => Promise<SavedPlan>) {
  if (!preferences.author) {
    pending.value = work
    return
  }
  await attempt(async () => {
    const made = await work(preferences.author)
    await router.push(`/sites/${made.siteId}/main`)
  })
}

function named() {
  const work = pending.value
  pending.value = null
  renaming.value = false
  if (work) void make(work)
}

function create() {
  const wanted = name.value.trim()
  if (!wanted) error.value = 'The site has no name yet. Give it one.'
  else void make((author) => api.createSite(wanted, author))
}

async function importFile(event: Event) {
  const [file] = takenFiles(event)
  if (!file) return
  await make((author) => api.importSite(file, author))
}

const loadExample = () =>
  make(async (author) => api.importSite(await (await fetch(exampleUrl)).blob(), author))
</script>

<template>
  <div class="mx-auto max-w-5xl px-4 py-5">
    <header class="mb-6 flex flex-wrap items-center justify-between gap-3">
      <div class="flex items-center gap-3">
        <ShellMark :statuses="[]" :size="38" />
        <div>
          <h1 class="text-2xl leading-tight font-bold">Terrapin</h1>
          <p class="text-faded text-[13.5px]">Buildings that close their own water when they leak</p>
        </div>
      </div>
      <div class="flex items-center gap-2">
        <RouterLink to="/catalogue" class="act-quiet">Catalogue</RouterLink>
        <RouterLink to="/bench/leak-flow" class="act-quiet">Bench</RouterLink>
        <PreferencesMenu @rename="renaming = true" />
      </div>
    </header>

    <main>
      <form class="mb-3 flex flex-wrap items-end gap-2" @submit.prevent="create">
        <div class="min-w-0 grow basis-60">
          <label for="site-name" class="font-semibold">New site</label>
          <input
            id="site-name"
            v-model="name"
            class="field"
            placeholder="Name or address"
            autocomplete="off"
            maxlength="120"
            :aria-invalid="!!error"
            aria-describedby="site-error"
          />
        </div>
        <button type="submit" class="act">Make site</button>
        <button type="button" class="act-quiet" @click="filePicker?.click()">Import a site file</button>
        <input
          ref="filePicker"
          type="file"
          accept=".json,.zip,application/json,application/zip"
          class="hidden"
          aria-label="Site file"
          @change="importFile"
        />
      </form>
      <p id="site-error" role="alert" class="text-clay mb-4 min-h-5 font-semibold">{{ error }}</p>

      <p v-if="!isReachable" role="status" class="bg-ochre-wash mb-3 px-4 py-2 text-[13.5px]">
        The server does not answer. Sites that were opened on this device can be worked on.
      </p>
      <p v-if="!sites" class="text-faded">Reading the sites …</p>
      <div v-else-if="sites.length === 0" class="bg-sheet rounded-sm p-6">
        <h2 class="text-lg font-bold">No site yet</h2>
        <p class="text-faded mb-4 max-w-prose">
          Type a name above and begin at the stop valve, or look at a finished example first: a former net
          store with twenty places where water can get out.
        </p>
        <button type="button" class="act" @click="loadExample">Load the example</button>
      </div>
      <ul v-else class="divide-rule bg-sheet divide-y rounded-sm">
        <li v-for="site in inUse" :key="site.id" class="flex flex-wrap items-center sm:flex-nowrap">
          <RouterLink
            :to="`/sites/${site.id}/main`"
            class="hover:bg-moss-wash grid min-w-0 grow basis-full grid-cols-[auto_1fr] items-center gap-x-4 gap-y-1 px-4 py-3 sm:basis-0 sm:grid-cols-[auto_1fr_12rem_6rem]"
          >
            <ShellMark :statuses="site.stages" />
            <span class="min-w-0">
              <span class="block truncate text-[17px] font-bold">{{ site.name }}</span>
              <span class="text-faded text-[13px]">
                Revision {{ site.revision }}, {{ site.author }}, {{ dayAndTime(site.savedAt) }}
              </span>
              <span v-if="here && !here.opened.includes(site.id)" class="block text-[13px] font-semibold">
                not on this device
              </span>
              <span v-if="here?.waiting.includes(site.id)" class="block text-[13px] font-semibold">
                saved here, not sent yet
              </span>
            </span>
            <span
              v-if="!site.tally"
              class="text-faded col-start-2 text-[13px] sm:col-span-2 sm:col-start-auto"
            >
              {{ site.trouble }}
            </span>
            <span v-else class="col-start-2 sm:col-start-auto">
              <template v-if="site.tally.worst">
                <span class="text-faded block text-[12.5px]"
                  >{{ volumeWord(preferences.system).toLowerCase() }} lost at most</span
                >
                <span class="figures text-lg font-bold" :class="{ 'text-clay': site.tally.worst.endless }">
                  {{ lostText(site.tally.worst, preferences.system) }}
                </span>
              </template>
              <span v-else class="text-faded text-[13px]">no leak point yet</span>
            </span>
            <span v-if="site.tally" class="col-start-2 flex items-center gap-3 sm:col-start-auto">
              <span v-if="site.tally.stops" class="figures flex items-center gap-1.5">
                <SeverityMark severity="stop" /> {{ site.tally.stops }}
              </span>
              <span v-if="site.tally.cautions" class="figures flex items-center gap-1.5">
                <SeverityMark severity="caution" /> {{ site.tally.cautions }}
              </span>
            </span>
          </RouterLink>
          <button
            type="button"
            class="act-quiet mr-2 text-[13.5px] max-sm:mb-2 max-sm:ml-24.5"
            :aria-label="`Put away ${site.name}`"
            @click="move(site, true)"
          >
            Put away
          </button>
        </li>
      </ul>
      <details v-if="putAway.length" class="mt-4">
        <summary class="text-moss cursor-pointer font-semibold">{{ putAway.length }} put away</summary>
        <ul class="divide-rule bg-sheet mt-2 divide-y rounded-sm">
          <li v-for="site in putAway" :key="site.id" class="flex flex-wrap items-center gap-2 px-4 py-2">
            <RouterLink :to="`/sites/${site.id}/main`" class="min-w-40 grow truncate font-semibold">
              {{ site.name }}
            </RouterLink>
            <button
              type="button"
              class="act-quiet"
              :aria-label="`Take back ${site.name}`"
              @click="move(site, false)"
            >
              Take back
            </button>
            <button
              type="button"
              class="act-quiet"
              :aria-label="`Delete ${site.name}`"
              @click="deleting = site"
            >
              Delete
            </button>
          </li>
        </ul>
      </details>
    </main>
    <ModalDialog :open="deleting !== null" title="Delete for good?" @close="deleting = null">
      <p class="mb-4">
        All revisions and photographs of <strong>{{ deleting?.name }}</strong> are deleted, and cannot be
        brought back. Export the site first if it may be needed. That it was deleted, when and by whom stays
        noted.
      </p>
      <div class="flex justify-end gap-2">
        <button type="button" class="act-quiet" @click="deleting = null">Keep it</button>
        <button type="button" class="act" @click="remove(deleting!)">Delete</button>
      </div>
    </ModalDialog>
    <p class="text-faded mt-6 max-w-prose text-[13px]">
      Terrapin reduces the loss; it is no guarantee. Its figures are estimates to compare choices by. Local
      code and licensed trades come first.
    </p>
    <AuthorDialog
      :open="pending !== null || renaming"
      @close="((pending = null), (renaming = false))"
      @named="named"
    />
  </div>
</template>
