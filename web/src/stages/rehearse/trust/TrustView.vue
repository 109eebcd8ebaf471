<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { api } from '@/api/client'
import type { Part } from '@/api/types'
import { leakName } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { modes, modeWords } from '@/ui/words'
import TrustCurve from './TrustCurve.vue'
import TrustFigures from './TrustFigures.vue'
import { list, oneIn, partName, period, type ListedTrust } from './trustRows'

/** Which failures leave a leak running, how likely that is, and how often to test for it. */
const open = useOpenPlan()
const { data, trouble } = usePlanQuery(() => ['trust'], api.trust, { showsTrouble: true })
const listed = computed(() => data.value && list(data.value))
const worst = computed(() => listed.value?.rows[0])
const rowKey = (row: { leakId: string; modes: readonly string[] }) => `${row.leakId} ${row.modes[0]}`
const chosenKey = ref('')
const detail = ref<HTMLElement>()
async function choose(row: ListedTrust) {
  chosenKey.value = rowKey(row)
  await nextTick()
  detail.value?.scrollIntoView({ block: 'nearest', behavior: 'smooth' })
}
const chosen = computed(() => listed.value?.rows.find((r) => rowKey(r) === chosenKey.value) ?? worst.value)

const plan = computed(() => open.plan!)
const target = computed(() => plan.value.failures?.target)
const capital = (text: string) => text[0]!.toUpperCase() + text.slice(1)
const names = (parts: readonly Part[]) => parts.map((part) => partName(plan.value, part))
const title = (row: { leakId: string; modes: readonly (keyof typeof modeWords)[] }) =>
  leakName(plan.value, row.leakId) +
  (row.modes.length < modes.length ? `: ${row.modes.map((m) => modeWords[m]).join(', ')}` : '')
const percent = (share: number) => `${Math.round(share * 100)} %`
const misses = (row: ListedTrust) =>
  target.value != null && row.onDemand != null && row.onDemand > target.value
const longest = (row: ListedTrust) =>
  row.longestTestS == null ? '' : row.longestTestS === 0 ? 'no interval does' : period(row.longestTestS)
</script>

<template>
  <section>
    <p v-if="trouble" role="alert" class="text-clay font-semibold">{{ trouble }}</p>
    <template v-if="data && listed">
      <p v-if="!data.rows.length" class="text-faded">No leak that a stop valve could stop.</p>
      <p v-if="worst?.onDemand != null" class="mb-1" aria-live="polite">
        <strong
          class="figures text-4xl leading-none"
          :class="misses(worst) ? 'text-clay' : 'text-river'"
          data-testid="on-demand"
          >{{ oneIn(worst.onDemand) }}</strong
        >
        times the worst leak is not stopped: {{ title(worst) }}.
      </p>
      <p v-else-if="worst" class="mb-1">
        Say below how often parts fail and how often all is tested: then it is known how often a leak is not
        stopped.
      </p>
      <p v-if="listed.anyway.length" class="text-clay mb-1 font-semibold">
        {{ listed.anyway.length === 1 ? 'One runs' : `${listed.anyway.length} run` }} on with nothing broken:
        {{ listed.anyway.map(title).join('; ') }}.
      </p>
      <p v-if="listed.common.length" class="mb-4">
        Alone enough to let every leak run:
        <strong>{{ names(listed.common).join('; ') }}</strong>.
      </p>
      <div class="grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,24rem)]">
        <div v-if="listed.rows.length" class="min-w-0">
          <table class="w-full">
            <thead>
              <tr class="border-ink border-b text-left align-bottom">
                <th scope="col" class="py-1.5">Leak</th>
                <th scope="col" class="py-1.5 pl-3 text-right">Not stopped</th>
                <th scope="col" class="py-1.5 pl-3 text-right">Test every</th>
              </tr>
            </thead>
            <tbody>
              <tr
                v-for="row in listed.rows"
                :key="rowKey(row)"
                class="border-rule border-b align-top"
                :class="chosen === row && 'bg-moss-wash'"
              >
                <th scope="row" class="py-1 text-left font-normal">
                  <button
                    type="button"
                    class="text-moss text-left underline max-md:min-h-11"
                    :aria-pressed="chosen === row"
                    @click="choose(row)"
                  >
                    {{ title(row) }}
                  </button>
                  <span v-if="row.alone.length" class="text-faded block text-[13px]"
                    >also {{ names(row.alone).join('; ') }}</span
                  >
                </th>
                <td
                  class="figures py-1 pl-3 text-right whitespace-nowrap"
                  :class="misses(row) && 'text-clay font-bold'"
                >
                  {{ row.onDemand == null ? 'not known' : oneIn(row.onDemand) }}
                </td>
                <td class="figures py-1 pl-3 text-right whitespace-nowrap">{{ longest(row) }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <div
          v-if="chosen"
          ref="detail"
          class="min-w-0 scroll-mt-28 lg:sticky lg:top-4 lg:self-start"
          data-testid="trust-detail"
        >
          <h2 class="mb-2 text-lg leading-tight font-bold">{{ title(chosen) }}</h2>
          <TrustCurve v-if="chosen.onDemand != null" :row="chosen" class="mb-3" />
          <h3 class="font-semibold">Runs on when any of these fails</h3>
          <ul class="mb-2 list-disc pl-5">
            <li v-for="(set, i) in chosen.sets" :key="i">
              {{ capital(names(set.parts).join(' together with ')) }}
              <span v-if="set.probability != null" class="figures text-faded whitespace-nowrap">{{
                oneIn(set.probability)
              }}</span>
            </li>
          </ul>
          <p v-if="chosen.shares.length" class="text-[13.5px]">
            Never failing, they would take so much of it away:
            {{ chosen.shares.map((s) => `${partName(plan, s.part)} ${percent(s.share)}`).join(', ') }}.
          </p>
        </div>
      </div>
      <h2 class="mt-8 mb-2 text-lg font-bold">How often it fails</h2>
      <TrustFigures class="max-w-3xl" :missing="data.missing" />
      <p class="text-faded mt-4 max-w-prose text-[13px]">
        Figures of your own: makers seldom give them. Parts are taken to fail independently of one another and
        of their age, each at its mean from one test to the next; a test finds everything, and it is mended at
        once. Of a sensor's failures the share by whole batches strikes all of its batch at once; sensors of
        one kind whose batch is not read count as one batch. Sets of three and more parts are not counted, and
        a power cut that would itself close the valve is not counted as help. From
        {{ data.rehearsals.toLocaleString('en-GB') }} rehearsals, every unknown taken as it gives the most
        water.
      </p>
    </template>
  </section>
</template>
