<script setup lang="ts">
import { computed, nextTick, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Stage } from '@/api/types'
import { useOpenPlan } from '@/site/openPlan'
import { usePressedAgain } from '@/site/pressedAgain'
import FindingList from './FindingList.vue'
import { foldAlike } from './findings'

/**
 * A stage: its work on the left, what Terrapin found about it beside it; on a phone above it, or below where a figure goes
 * with the work.
 */
const props = defineProps<{
  stage: Stage
  title: string
  lead: string
  /** The figure needs room, and goes with the work. */
  wideFigure?: boolean
}>()

const open = useOpenPlan()
const route = useRoute()
const again = usePressedAgain()
/** The field that a pointer is of, or the part of the page that it would be in. */
const placeOf = (pointer: string): HTMLElement | null =>
  document.querySelector<HTMLElement>(`[data-pointer="${CSS.escape(pointer)}"]`) ??
  (pointer.includes('/', 1) ? placeOf(pointer.slice(0, pointer.lastIndexOf('/'))) : null)

/** The field that a finding led to is shown and taken up. */
watch(
  () => [route.query.at, again.value] as const,
  async ([at]) => {
    if (typeof at !== 'string') return
    await nextTick()
    const field = placeOf(at)
    field?.scrollIntoView({ block: field.offsetHeight < window.innerHeight / 2 ? 'center' : 'start' })
    // Answers stand in a group, of which the first is taken up.
    const control = field?.matches('input, textarea, button') ? field : field?.querySelector('button')
    control?.focus()
  },
  { immediate: true },
)
const findings = computed(() => (open.assessment?.findings ?? []).filter((f) => f.stage === props.stage))
</script>

<template>
  <div
    class="mx-auto grid max-w-6xl gap-x-8 gap-y-5"
    :class="wideFigure ? 'lg:grid-cols-[minmax(0,1fr)_25rem]' : 'lg:grid-cols-[minmax(0,1fr)_19rem]'"
  >
    <div class="lg:col-span-2">
      <h1 class="text-2xl leading-tight font-bold">{{ title }}</h1>
      <p class="text-faded max-w-prose">{{ lead }}</p>
    </div>
    <aside class="max-lg:contents lg:order-2" aria-label="Findings">
      <div class="max-lg:contents lg:sticky lg:top-20">
        <div class="max-lg:empty:hidden"><slot name="figure" /></div>
        <div :class="{ 'max-lg:order-2': wideFigure }">
          <template v-if="findings.length">
            <h2 class="mb-2 font-bold">
              Findings here
              <span class="figures text-faded font-normal">{{ foldAlike(findings).length }}</span>
            </h2>
            <FindingList :findings="findings" tabindex="0" class="lg:max-h-[60vh] lg:overflow-auto" />
          </template>
          <p v-else class="text-faded">Nothing to mend here.</p>
        </div>
      </div>
    </aside>
    <div class="min-w-0 lg:order-1" :class="{ 'max-lg:order-1': wideFigure }">
      <slot />
    </div>
  </div>
</template>
