<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { Refusal } from '@/api/client'
import { usePreferences } from '@/site/preferences'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import SeverityMark from '@/ui/SeverityMark.vue'
import SwitchField from '@/ui/SwitchField.vue'
import { latestOnly } from '@/ui/latestOnly'
import { inSentence, show, type ShownKind } from '@/ui/units'
import type { Calculator, Values } from './calculator'

/** One calculator: the figure that decides, a picture that follows, what goes in, and where it comes from. */
const props = defineProps<{ calculator: Calculator }>()

const preferences = usePreferences()
const values = ref<Values>({ ...props.calculator.start })
const result = shallowRef<unknown>(null)
const copied = ref(false)

const figures = computed(() =>
  result.value === null ? [] : props.calculator.figures(result.value as never, preferences.system),
)

/** Takes new values if the server calculates with them; otherwise nothing changes. */
async function take(changed: Values) {
  const next = { ...values.value, ...changed }
  result.value = await props.calculator.calculate(next)
  values.value = next
}

/** A drag over what cannot be, such as an offset beyond the grip, stays where it last could be. */
const drag = latestOnly(async (changed: Values) => {
  try {
    await take(changed)
  } catch (error) {
    if (!(error instanceof Refusal) || error.status !== 422) throw error
  }
})

onMounted(() => take({}))

const line = computed(() => {
  const out = figures.value.map((f) => `${f.name.toLowerCase()} ${f.text}`).join(', ')
  const put = [
    ...props.calculator.measures.map((m) =>
      inSentence(m.label, show(m.kind as ShownKind, values.value[m.key] as number, preferences.system)),
    ),
    ...(props.calculator.choices ?? []).map(
      (c) =>
        `${c.label.toLowerCase()} ${c.choices.find((o) => o.value === values.value[c.key])?.label.toLowerCase()}`,
    ),
  ].join(', ')
  return `${props.calculator.title}: ${out} (${put})`
})

async function copy() {
  await navigator.clipboard.writeText(line.value)
  copied.value = true
  setTimeout(() => (copied.value = false), 2000)
}
</script>

<template>
  <article>
    <h2 class="text-xl font-bold">{{ calculator.title }}</h2>
    <p class="text-faded mb-4 max-w-prose">{{ calculator.lead }}</p>
    <div class="grid gap-x-8 gap-y-5 lg:grid-cols-2">
      <div class="bg-sheet h-fit rounded-sm p-4">
        <div class="mb-3 flex flex-wrap items-end gap-x-7 gap-y-2" aria-live="polite">
          <div v-for="(item, i) in figures" :key="item.name">
            <span class="text-faded flex items-center gap-1.5 text-[13px]">
              <SeverityMark v-if="item.isStop" severity="stop" :size="10" /> {{ item.name }}
            </span>
            <span
              class="figures font-bold"
              :class="[i === 0 ? 'text-4xl' : 'text-xl', item.isStop ? 'text-clay' : '']"
              :data-testid="i === 0 ? 'bench-result' : undefined"
              >{{ item.text }}</span
            >
          </div>
        </div>
        <component
          :is="calculator.picture"
          v-if="result !== null"
          :values="values"
          :result="result"
          @change="drag"
        />
      </div>
      <div>
        <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
          <MeasureField
            v-for="measure in calculator.measures"
            :key="measure.key"
            :label="measure.label"
            :kind="measure.kind"
            :how="measure.how"
            required
            :values="[values[measure.key] as number]"
            :apply="(typed) => take({ [measure.key]: typed![0]! })"
            :pointer="`/${measure.key}`"
          />
          <ChoiceField
            v-for="choice in calculator.choices ?? []"
            :key="choice.key"
            :label="choice.label"
            :value="values[choice.key] as string"
            :choices="choice.choices"
            :apply="(value) => take({ [choice.key]: value })"
            :pointer="`/${choice.key}`"
          />
          <SwitchField
            v-for="item in calculator.switches ?? []"
            :key="item.key"
            class="sm:col-span-2"
            :label="item.label"
            :value="values[item.key] as boolean"
            :apply="(on) => take({ [item.key]: on })"
          />
        </div>
        <dl class="text-faded border-rule mt-5 space-y-1.5 border-t pt-3 text-[13.5px]">
          <div>
            <dt class="mr-1.5 inline font-semibold">Formula.</dt>
            <dd class="inline">{{ calculator.formula }}</dd>
          </div>
          <div>
            <dt class="mr-1.5 inline font-semibold">Source.</dt>
            <dd class="inline">{{ calculator.source }}</dd>
          </div>
        </dl>
        <p class="bg-sheet mt-3 rounded-sm p-2.5 text-[13px] break-words" data-testid="bench-line">
          {{ line }}
        </p>
        <button type="button" class="act-quiet mt-1 -ml-2" @click="copy">
          {{ copied ? 'Copied' : 'Copy this line' }}
        </button>
      </div>
    </div>
  </article>
</template>
