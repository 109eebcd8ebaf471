<script setup lang="ts">
import { defineAsyncComponent, ref, watch } from 'vue'
import { api, Refusal } from '@/api/client'
import type { Plan, SavedRevision } from '@/api/types'
import { becomePlan } from '@/site/commands/plan'
import { asideOf, letGo, type KeptAside } from '@/site/kept/aside'
import { useOpenPlan } from '@/site/openPlan'
import { dayAndTime } from '@/ui/dates'
import ModalDialog from '@/ui/ModalDialog.vue'

/** Who saved what when; an older revision can be compared with the plan as it stands, or brought back as an edit. */
const RevisionChange = defineAsyncComponent(() => import('./RevisionChange.vue'))
const props = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()

const plan = useOpenPlan()
const revisions = ref<SavedRevision[]>([])
const aside = ref<KeptAside[]>([])
const trouble = ref('')
/** The revision that the plan as it stands is compared with; 0: none. */
const compared = ref(0)

watch(
  () => props.open,
  async (isOpen) => {
    if (!isOpen) return
    trouble.value = ''
    compared.value = 0
    aside.value = await asideOf(plan.siteId)
    await list()
  },
)
// One that is being saved while they are looked at comes to them.
watch(
  () => plan.saved?.number,
  () => (props.open ? list() : undefined),
)

async function list() {
  try {
    revisions.value = await api.listRevisions(plan.siteId)
  } catch (failure) {
    if (!(failure instanceof Refusal)) throw failure
    trouble.value = failure.message
  }
}

async function take(label: string, older: Plan) {
  await plan.edit(label, becomePlan(older))
  emit('close')
}

async function bringBack(number: number) {
  const old = await api.readRevision(plan.siteId, number)
  await take(`revision ${number} brought back`, old.plan)
}

async function forget({ key }: KeptAside) {
  await letGo(key)
  aside.value = await asideOf(plan.siteId)
}
</script>

<template>
  <ModalDialog :open="open" title="Revisions" @close="emit('close')">
    <section v-if="aside.length" class="mb-4">
      <h3 class="font-semibold">Put aside on this device</h3>
      <ul class="divide-rule divide-y">
        <li v-for="one in aside" :key="one.key" class="flex flex-wrap items-center gap-3 py-1.5">
          <span class="min-w-0 grow basis-48">
            {{ dayAndTime(one.at) }}
            <span class="text-faded block text-[13px]">{{ one.why }}</span>
          </span>
          <button type="button" class="act-quiet" @click="take('put aside, taken up again', one.plan)">
            Take up
          </button>
          <button type="button" class="act-quiet" @click="forget(one)">Let go</button>
        </li>
      </ul>
    </section>
    <p v-if="trouble" role="alert">{{ trouble }}</p>
    <ul class="divide-rule max-h-[52vh] divide-y overflow-auto">
      <li
        v-for="revision in revisions"
        :key="revision.number"
        class="flex flex-wrap items-center gap-x-3 gap-y-1 py-1.5"
      >
        <span class="figures w-8 text-right font-bold">{{ revision.number }}</span>
        <span class="grow">
          {{ revision.author }}
          <span class="text-faded block text-[13px]">{{ dayAndTime(revision.savedAt) }}</span>
        </span>
        <button
          type="button"
          class="act-quiet"
          :aria-label="`What changed since revision ${revision.number}`"
          :aria-expanded="compared === revision.number"
          @click="compared = compared === revision.number ? 0 : revision.number"
        >
          What changed
        </button>
        <button type="button" class="act-quiet" @click="bringBack(revision.number)">Bring back</button>
        <RevisionChange v-if="compared === revision.number" class="w-full" :number="revision.number" />
      </li>
    </ul>
    <div class="mt-4 text-right">
      <button type="button" class="act" @click="emit('close')">Close</button>
    </div>
  </ModalDialog>
</template>
