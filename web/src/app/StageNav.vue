<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import { useOpenPlan } from '@/site/openPlan'
import StageMark from '@/ui/StageMark.vue'
import { stages, stageStateWords, stageWords } from '@/ui/words'

/** The stages in the order of the work: down the left, or along the top on a phone. */
const open = useOpenPlan()
const route = useRoute()

const rows = computed(() =>
  stages.map((stage, i) => ({
    stage,
    key: String(i + 1),
    state: open.assessment?.stages.find((s) => s.stage === stage)?.state ?? 'untouched',
  })),
)

/** On a phone the strip is wider than the window: the stage that is shown is always in sight. */
const strip = useTemplateRef('strip')
watch(
  [() => route.name, () => open.assessment !== null],
  async () => {
    await nextTick()
    const link = strip.value?.querySelector<HTMLElement>('[aria-current]')
    strip.value?.scrollTo({
      left: link ? link.offsetLeft - (strip.value.clientWidth - link.offsetWidth) / 2 : 0,
    })
  },
  { immediate: true },
)
</script>

<template>
  <nav ref="strip" aria-label="Stages" class="relative max-md:overflow-x-auto">
    <ol class="flex max-md:min-w-max md:flex-col">
      <li v-for="row in rows" :key="row.stage">
        <RouterLink
          :to="`/sites/${String(route.params.id)}/${row.stage}`"
          class="flex items-center gap-2 px-3 py-2 md:px-4"
          :class="
            route.name === row.stage
              ? 'bg-moss-wash md:border-moss max-md:border-moss font-bold max-md:border-b-3 md:border-l-4 md:pl-3'
              : 'hover:bg-moss-wash'
          "
          :aria-current="route.name === row.stage ? 'page' : undefined"
        >
          <StageMark :state="row.state" />
          <span class="grow">
            {{ stageWords[row.stage] }}
            <span class="text-faded block min-h-lh text-[12px] font-normal max-md:hidden">{{
              open.assessment ? stageStateWords[row.state] : ''
            }}</span>
          </span>
          <kbd class="text-faded figures text-[12px] max-md:hidden" aria-hidden="true">{{ row.key }}</kbd>
        </RouterLink>
      </li>
    </ol>
  </nav>
</template>
