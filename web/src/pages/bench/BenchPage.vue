<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import AuthorDialog from '@/site/parts/AuthorDialog.vue'
import PreferencesMenu from '@/site/parts/PreferencesMenu.vue'
import ShellMark from '@/ui/ShellMark.vue'
import { calculators } from './calculators'
import CalculatorSheet from './CalculatorSheet.vue'

/** The bench calculators, without a site. */
const route = useRoute()
const renaming = ref(false)
const chosen = computed(() => calculators.find((c) => c.id === route.params.id) ?? calculators[0]!)
</script>

<template>
  <div class="mx-auto max-w-6xl px-4 py-4">
    <header class="mb-5 flex items-center justify-between gap-3">
      <div class="flex items-center gap-3">
        <RouterLink to="/" aria-label="All sites"><ShellMark :statuses="[]" :size="34" /></RouterLink>
        <div>
          <h1 class="text-2xl leading-tight font-bold">Bench</h1>
          <p class="text-faded text-[13.5px]">One question at a time, without a site</p>
        </div>
      </div>
      <PreferencesMenu @rename="renaming = true" />
    </header>
    <div class="grid gap-x-8 gap-y-4 md:grid-cols-[11rem_minmax(0,1fr)]">
      <nav aria-label="Calculators" class="max-md:overflow-x-auto">
        <ul class="flex max-md:min-w-max md:flex-col">
          <li v-for="calculator in calculators" :key="calculator.id">
            <RouterLink
              :to="`/bench/${calculator.id}`"
              class="flex items-center px-3 py-1.5"
              :class="
                calculator === chosen
                  ? 'bg-moss-wash border-moss font-bold max-md:border-b-3 md:border-l-4'
                  : 'hover:bg-moss-wash'
              "
              :aria-current="calculator === chosen ? 'page' : undefined"
            >
              {{ calculator.title }}
            </RouterLink>
          </li>
        </ul>
      </nav>
      <main><CalculatorSheet :key="chosen.id" :calculator="chosen" /></main>
    </div>
    <AuthorDialog :open="renaming" @close="renaming = false" @named="renaming = false" />
  </div>
</template>
