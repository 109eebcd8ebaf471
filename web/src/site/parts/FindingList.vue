<script setup lang="ts">
import { computed } from 'vue'
import type { Finding } from './findings'
import { foldAlike, placeOfFinding, tellWhy } from './findings'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import SeverityMark from '@/ui/SeverityMark.vue'
import FindingReason from './FindingReason.vue'
import { severityWords, tradeWords } from '@/ui/words'

/** What Terrapin noticed: what to do and who may, then why, and the way to where it is mended. What has one remedy is told once. */
const props = defineProps<{ findings: Finding[] }>()

const preferences = usePreferences()
const open = useOpenPlan()
/** So many of those alike are told at once, the others on a press. */
const MOST_ALIKE = 3
const told = computed(() =>
  foldAlike(props.findings).map((alike) => {
    const reasons = alike.map((f) => ({
      key: f.code + f.where + f.why,
      about: /^\/(building\/stopValves|installation\/drives)\//.test(f.where) ? f.about : null,
      text: tellWhy(f, preferences.system),
      to: open.plan ? placeOfFinding(open.plan, open.siteId, f) : null,
    }))
    const first = reasons.length > MOST_ALIKE + 1 ? reasons.slice(0, MOST_ALIKE) : reasons
    return { ...alike[0]!, first, more: reasons.slice(first.length) }
  }),
)
</script>

<template>
  <ul class="space-y-3">
    <li v-for="finding in told" :key="finding.first[0]!.key" class="flex gap-2.5">
      <SeverityMark :severity="finding.severity" class="mt-0.5" />
      <div class="min-w-0 grow">
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
        <FindingReason v-for="{ key, ...reason } in finding.first" :key="key" v-bind="reason" />
        <details v-if="finding.more.length">
          <summary class="text-moss cursor-pointer text-[13.5px] max-md:py-3">
            {{ finding.more.length }} more alike
          </summary>
          <FindingReason v-for="{ key, ...reason } in finding.more" :key="key" v-bind="reason" />
        </details>
      </div>
    </li>
  </ul>
</template>
