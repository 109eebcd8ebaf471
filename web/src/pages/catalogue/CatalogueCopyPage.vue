<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { api, Refusal } from '@/api/client'
import type { CatalogueDifference } from '@/api/types'
import { becomePlan } from '@/site/commands/plan'
import { useOpenPlan } from '@/site/openPlan'
import { useCatalogueComparison } from '@/site/queries/catalogueComparison'
import { useFirmCatalogue } from './firmCatalogue'

/** How this plan's copy of the catalogue stands to the firm's, which goes on without it. */
const open = useOpenPlan()
const firm = useFirmCatalogue()
const router = useRouter()
const { data: comparison, trouble } = useCatalogueComparison()
const error = ref('')
const told = ref('')

const parts = computed(() => {
  const all = comparison.value?.differences ?? []
  return [
    { title: 'Used in this plan', rows: all.filter((d) => d.isUsed) },
    { title: 'Not used here', rows: all.filter((d) => !d.isUsed) },
  ].filter((p) => p.rows.length)
})
const words: Record<CatalogueDifference['change'], string> = {
  changed: 'its figures differ',
  new: 'the firm has it, this plan not',
  gone: 'the firm has it no more; it stays here while it is used',
}
const copy = computed(() =>
  open.plan!.catalogueRevision == null
    ? 'This plan has a catalogue of its own, from no revision of the firm’s.'
    : `This plan was calculated with revision ${open.plan!.catalogueRevision} of the firm’s catalogue.`,
)

async function takeOver() {
  const taken = await api.firmCatalogue.takeOver(open.plan!)
  await open.edit('catalogue taken over', becomePlan(taken))
  told.value = 'The firm’s catalogue is taken over. Undo brings the old figures back.'
}

/** What this plan has goes into the firm's catalogue as it is worked on, to be looked at there and saved. */
async function offer() {
  try {
    await firm.open()
    await firm.merge(open.plan!.catalogue)
    await router.push('/catalogue')
  } catch (failure) {
    if (!(failure instanceof Refusal)) throw failure
    error.value = failure.message
  }
}
</script>

<template>
  <div class="mx-auto max-w-4xl">
    <h1 class="text-2xl leading-tight font-bold">The catalogue</h1>
    <p class="text-faded mb-4 max-w-prose">
      {{ copy }} It keeps that copy, so that its figures stay what they were until somebody takes the newer
      ones over.
    </p>
    <p v-if="error || trouble" class="text-clay mb-3 font-semibold" role="alert">{{ error || trouble }}</p>
    <p v-if="told" class="bg-moss-wash mb-3 rounded-sm p-3" role="status">{{ told }}</p>
    <p v-if="comparison && parts.length === 0" class="bg-sheet mb-4 rounded-sm p-4">
      It says the same as the firm’s, revision <span class="figures">{{ comparison.revision }}</span>.
    </p>
    <section v-for="part in parts" :key="part.title" class="bg-sheet mb-4 rounded-sm p-4">
      <h2 class="mb-1 font-bold">{{ part.title }}</h2>
      <ul class="divide-rule divide-y">
        <li v-for="row in part.rows" :key="`${row.list} ${row.id}`" class="flex flex-wrap gap-x-3 py-1.5">
          <span class="grow font-semibold">{{ row.name }}</span>
          <span class="text-faded">{{ words[row.change] }}</span>
        </li>
      </ul>
    </section>
    <div class="flex flex-wrap gap-3">
      <button v-if="parts.length" type="button" class="act" @click="takeOver">
        Take over revision {{ comparison!.revision }}
      </button>
      <button v-if="parts.length" type="button" class="act-quiet" @click="offer">
        Put this plan’s into the firm’s
      </button>
      <RouterLink to="/catalogue" class="act-quiet">Edit the firm’s catalogue</RouterLink>
    </div>
  </div>
</template>
