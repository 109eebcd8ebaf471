<script setup lang="ts">
import { computed } from 'vue'
import type { Finding } from './findings'
import { tellWhy } from './findings'
import { usePreferences } from '@/plan/preferences'
import SeverityMark from './SeverityMark.vue'
import { severityWords, tradeWords } from './words'

/** What Terrapin noticed: what, how much, so do this, and who may. */
const props = defineProps<{ findings: Finding[] }>()

const preferences = usePreferences()
const told = computed(() => props.findings.map((f) => ({ ...f, text: tellWhy(f, preferences.system) })))
</script>

<template>
  <ul class="space-y-3">
    <li v-for="finding in told" :key="finding.code + finding.where + finding.text" class="flex gap-2.5">
      <SeverityMark :severity="finding.severity" class="mt-0.5" />
      <div class="min-w-0">
        <p>
          <span
            class="font-bold"
            :class="{
              'text-clay': finding.severity === 'stop',
              'text-ochre': finding.severity === 'caution',
            }"
          >
            {{ severityWords[finding.severity] }}.
          </span>
          {{ finding.text }}
        </p>
        <p class="text-faded text-[13.5px]">
          {{ finding.remedy }}
          <template v-if="tradeWords[finding.trade]"> Work for {{ tradeWords[finding.trade] }}.</template>
        </p>
      </div>
    </li>
  </ul>
</template>
