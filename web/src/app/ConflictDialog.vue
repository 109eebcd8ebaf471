<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, Refusal } from '@/api/client'
import type { Plan } from '@/api/types'
import { differences } from '@/site/differences'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { dayAndTime } from '@/ui/dates'
import ModalDialog from '@/ui/ModalDialog.vue'

/** Somebody else saved in the meantime. Nothing is lost either way. */
const open = useOpenPlan()
const preferences = usePreferences()

/** The revision that both began from; null until it is read, or where it cannot be. */
const common = ref<Plan | null>(null)
watch(
  () => open.isChoosing && open.conflict,
  async (conflict) => {
    common.value = null
    if (!conflict) return
    try {
      common.value = (await api.readRevision(open.siteId, conflict.basedOn)).plan
    } catch (failure) {
      // Without it both are still there to choose from.
      if (!(failure instanceof Refusal)) throw failure
    }
  },
)

const newest = computed(() => open.conflict?.newest)
const sides = computed(() =>
  common.value && newest.value && open.plan
    ? [
        { whose: `${newest.value.author} changed`, what: differences(common.value, newest.value.plan) },
        { whose: 'You changed', what: differences(common.value, open.plan) },
      ]
    : [],
)

async function choose(work: () => Promise<void>) {
  open.isChoosing = false
  await work()
}
</script>

<template>
  <ModalDialog
    :open="open.isChoosing && open.conflict !== null"
    wide
    title="Somebody saved in the meantime"
    @close="open.isChoosing = false"
  >
    <p v-if="newest">
      <strong>{{ newest.author }}</strong> saved revision {{ newest.number }} at
      {{ dayAndTime(newest.savedAt) }}. Yours was made from revision {{ open.conflict?.basedOn }} and is not
      saved yet.
    </p>
    <div class="mt-3 grid gap-4 sm:grid-cols-2">
      <section v-for="side in sides" :key="side.whose">
        <h3 class="font-semibold">{{ side.whose }}</h3>
        <ul class="mt-1 max-h-48 list-disc overflow-auto pl-5 text-[13.5px]">
          <li v-for="one in side.what" :key="one">{{ one }}</li>
          <li v-if="!side.what.length" class="list-none">nothing</li>
        </ul>
      </section>
    </div>
    <p class="text-faded mt-3 text-[13.5px]">
      Saved on top, yours becomes the newest revision and theirs stays in the history. Taking theirs puts
      yours aside on this device, where Revisions shows it.
    </p>
    <div class="mt-4 flex flex-wrap justify-end gap-2">
      <button type="button" class="act-quiet" @click="open.isChoosing = false">Go on working</button>
      <button type="button" class="act-quiet" @click="choose(() => open.takeTheirs())">Take theirs</button>
      <button
        type="button"
        class="act"
        :disabled="!newest || !preferences.author"
        @click="newest && choose(() => open.save(preferences.author, newest!.number))"
      >
        Save mine on top
      </button>
    </div>
  </ModalDialog>
</template>
