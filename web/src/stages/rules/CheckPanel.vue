<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { api } from '@/api/client'
import { rehearsalQuery } from '@/site/meanwhile'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import SeverityMark from '@/ui/SeverityMark.vue'
import { exactClock } from '@/ui/units'
import { claimText, faultsText, remedyOf, severityOf, stepText, verdictWords } from './claims'

/** What holds of the rules whatever happens in whatever order, and the shortest story in which it does not. */
const open = useOpenPlan()
const { data, trouble, isFetching } = usePlanQuery(() => ['ruleCheck'], api.checkRules, {
  showsTrouble: true,
})
const plan = computed(() => open.plan!)
const number = (count: number) => count.toLocaleString('en-GB')
const proved = computed(() => (data.value?.claims ?? []).filter((c) => c.verdict === 'proved'))
const others = computed(() => (data.value?.claims ?? []).filter((c) => c.verdict !== 'proved'))
</script>

<template>
  <div>
    <p v-if="trouble" role="alert" class="text-clay font-semibold">
      {{ trouble }} The check needs the server; the rules themselves do not.
    </p>
    <p v-if="data && !data.claims.length" class="text-faded">
      No rule, and no leak that a valve with a drive could stop: there is nothing to check yet.
    </p>
    <template v-else-if="data">
      <p class="mb-3" aria-live="polite">
        <strong
          class="figures text-3xl leading-none"
          :class="others.length ? 'text-clay' : 'text-river'"
          data-testid="proved"
          >{{ proved.length }} of {{ data.claims.length }}</strong
        >
        claims are proved.
        <span v-if="isFetching" class="text-faded">Checking anew …</span>
      </p>
      <ul class="space-y-3">
        <li
          v-for="claim in others"
          :key="`${claim.property} ${claim.sensorIds} ${claim.leakIds} ${claim.ruleId}`"
          class="bg-sheet rounded-sm p-4"
          data-testid="unproved"
        >
          <p class="flex items-start gap-2 font-semibold">
            <SeverityMark :severity="severityOf(claim)" class="mt-1" />
            <span>{{ remedyOf(claim) }}</span>
          </p>
          <p class="mt-1 max-w-prose">
            <strong>{{ verdictWords[claim.verdict] }}:</strong> {{ claimText(plan, claim) }}
            <template v-if="claim.verdict === 'notProved'">
              Given up after {{ number(claim.states) }} states.
            </template>
            <template v-if="faultsText(claim)"> These do: {{ faultsText(claim) }}.</template>
          </p>
          <details v-if="claim.steps.length" class="mt-1">
            <summary class="text-moss cursor-pointer font-semibold max-md:min-h-11">
              {{ claim.isShortest ? 'The shortest way there' : 'A way there' }}
            </summary>
            <ol class="mt-1 space-y-1">
              <li v-for="(step, s) in claim.steps" :key="s" class="grid grid-cols-[4.5rem_1fr] gap-x-2">
                <span class="figures text-right text-[13.5px]">{{ exactClock(step.atS) }}</span>
                <span :class="{ 'text-clay font-semibold': step.kind === 'missed' }">{{
                  stepText(plan, claim, step)
                }}</span>
              </li>
            </ol>
            <RouterLink
              v-if="claim.rehearsal"
              class="act-quiet mt-1 -ml-2 inline-block"
              :to="{ path: `/sites/${open.siteId}/rehearse`, query: rehearsalQuery(claim.rehearsal) }"
              >Rehearse it</RouterLink
            >
          </details>
        </li>
      </ul>
      <details v-if="proved.length" class="mt-3">
        <summary class="text-moss cursor-pointer font-semibold max-md:min-h-11">
          {{ proved.length }} that hold, whatever happens
        </summary>
        <ul class="mt-1 list-disc space-y-1 pl-5">
          <li v-for="(claim, i) in proved" :key="i">
            {{ claimText(plan, claim) }}
            <span class="figures text-faded text-[13px]"
              >{{ number(claim.states) }}
              {{ claim.property === 'survivesFaults' ? 'rehearsals' : 'states' }}</span
            >
          </li>
        </ul>
      </details>
      <p class="text-faded mt-3 max-w-prose text-[13px]">
        {{ number(data.states) }} states gone through: every order of sensors wet and dry, modes, hands on the
        valves and time, by the engine that runs the rules, exact to its deadlines; at most
        {{ number(data.mostStates) }} a claim. Times are from when the hub knows; radio, hub and stroke come
        to them. Every device is taken to work there; of the leaks that do harm each is rehearsed with each
        single fault in each mode: from the first drop, and from just behind each thing that happens until the
        flow stops.
      </p>
    </template>
  </div>
</template>
