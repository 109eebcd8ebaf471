<script setup lang="ts">
import { computed } from 'vue'
import { api } from '@/api/client'
import type { Rule } from '@/api/types'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import SeverityMark from '@/ui/SeverityMark.vue'
import { concerns, severityOf, worstOf } from './claims'

/** What the check says, in a line of one height whatever it is; a press leads to the whole of it. */
const props = defineProps<{
  /** Of this rule alone. */
  rule?: Rule
}>()
const open = useOpenPlan()
const { data } = usePlanQuery(() => ['ruleCheck'], api.checkRules, { showsTrouble: true })
const claims = computed(() =>
  (data.value?.claims ?? []).filter((c) => !props.rule || concerns(open.plan!, props.rule, c)),
)
const unproved = computed(() => claims.value.filter((c) => c.verdict !== 'proved'))
const worst = computed(() => worstOf(unproved.value.map(severityOf)))

const showAll = () => document.getElementById('check')?.scrollIntoView({ behavior: 'smooth' })
</script>

<template>
  <p class="min-h-6 max-md:min-h-11">
    <button
      v-if="claims.length"
      type="button"
      class="act-quiet -ml-2 inline-flex items-center gap-1.5 py-0.5 text-[13.5px]"
      @click="showAll"
    >
      <template v-if="worst">
        <SeverityMark :severity="worst" />
        Check: {{ unproved.length }} of {{ claims.length }} {{ claims.length === 1 ? 'claim' : 'claims' }} not
        proved
      </template>
      <template v-else
        >Check:
        {{ claims.length === 1 ? 'its one claim is' : `all ${claims.length} claims are` }} proved</template
      >
    </button>
  </p>
</template>
