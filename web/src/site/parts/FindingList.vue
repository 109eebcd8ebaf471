<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { Finding } from './findings'
import { placeOfFinding, tellWhy } from './findings'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import SeverityMark from '@/ui/SeverityMark.vue'
import { severityWords, tradeWords } from '@/ui/words'

/** What Terrapin noticed: what to do and who may, then why, and the way to where it is mended. */
const props = defineProps<{ findings: Finding[] }>()

const preferences = usePreferences()
const open = useOpenPlan()
const told = computed(() =>
  props.findings.map((f) => ({
    ...f,
    text: tellWhy(f, preferences.system),
    to: open.plan ? placeOfFinding(open.plan, open.siteId, f) : null,
  })),
)
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
            {{ severityWords[finding.severity] }}:
          </span>
          {{ finding.remedy }}
          <template v-if="tradeWords[finding.trade]">Work for {{ tradeWords[finding.trade] }}.</template>
        </p>
        <p class="text-faded text-[13.5px]">
          <strong
            v-if="finding.about && /^\/(building\/stopValves|installation\/drives)\//.test(finding.where)"
            >{{ finding.about }}:</strong
          >
          {{ finding.text }}
          <RouterLink
            v-if="finding.to"
            :to="finding.to"
            class="text-moss whitespace-nowrap underline underline-offset-2"
            >Go there</RouterLink
          >
        </p>
      </div>
    </li>
  </ul>
</template>
