<script setup lang="ts">
import { ref, watch } from 'vue'
import { api } from '@/api/client'
import type { SavedRevision } from '@/api/types'
import { becomePlan } from '@/site/commands/plan'
import { useOpenPlan } from '@/site/openPlan'
import { dayAndTime } from '@/ui/dates'
import ModalDialog from '@/ui/ModalDialog.vue'

/** Who saved what when; an older revision can be brought back as an edit. */
const props = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()

const plan = useOpenPlan()
const revisions = ref<SavedRevision[]>([])

watch(
  () => props.open,
  async (isOpen) => {
    if (isOpen) revisions.value = await api.listRevisions(plan.siteId)
  },
)

async function bringBack(number: number) {
  const old = await api.readRevision(plan.siteId, number)
  await plan.edit(`revision ${number} brought back`, becomePlan(old.plan))
  emit('close')
}
</script>

<template>
  <ModalDialog :open="open" title="Revisions" @close="emit('close')">
    <ul class="divide-rule max-h-[50vh] divide-y overflow-auto">
      <li v-for="revision in revisions" :key="revision.number" class="flex items-center gap-3 py-1.5">
        <span class="figures w-8 text-right font-bold">{{ revision.number }}</span>
        <span class="grow">
          {{ revision.author }}
          <span class="text-faded block text-[13px]">{{ dayAndTime(revision.savedAt) }}</span>
        </span>
        <button type="button" class="act-quiet" @click="bringBack(revision.number)">Bring back</button>
      </li>
    </ul>
    <div class="mt-4 text-right">
      <button type="button" class="act" @click="emit('close')">Close</button>
    </div>
  </ModalDialog>
</template>
