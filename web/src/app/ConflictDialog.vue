<script setup lang="ts">
import { computed } from 'vue'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { dayAndTime } from '@/ui/dates'
import ModalDialog from '@/ui/ModalDialog.vue'

/** Somebody else saved in the meantime. Nothing is lost either way. */
const open = useOpenPlan()
const preferences = usePreferences()

const newest = computed(() => open.conflict?.newest)
const changed = computed(() => open.conflict?.changed ?? [])
const at = computed(() => (newest.value ? dayAndTime(newest.value.savedAt) : ''))
</script>

<template>
  <ModalDialog
    :open="open.conflict !== null"
    title="Somebody saved in the meantime"
    @close="open.conflict = null"
  >
    <p v-if="newest">
      <strong>{{ newest.author }}</strong> saved revision {{ newest.number }} at {{ at }}. Yours was made from
      an older one and is not saved yet.
    </p>
    <p v-if="changed.length" class="text-faded mt-2">They changed:</p>
    <ul v-if="changed.length" class="figures mt-1 max-h-40 overflow-auto text-[13px]">
      <li v-for="place in changed" :key="place">{{ place }}</li>
    </ul>
    <p class="text-faded mt-3 text-[13.5px]">
      Saved on top, yours becomes the newest revision and theirs stays in the history. Taking theirs keeps
      yours one undo away.
    </p>
    <div class="mt-4 flex flex-wrap justify-end gap-2">
      <button type="button" class="act-quiet" @click="open.conflict = null">Go on working</button>
      <button type="button" class="act-quiet" @click="open.takeTheirs()">Take theirs</button>
      <button
        type="button"
        class="act"
        :disabled="!newest || !preferences.author"
        @click="newest && open.save(preferences.author, newest.number)"
      >
        Save mine on top
      </button>
    </div>
  </ModalDialog>
</template>
