<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import type { SeenStroke } from '@/api/types'
import { usePreferences } from '@/site/preferences'
import { useSelectedMain } from '@/site/selectedMain'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import { day } from '@/ui/dates'
import SheetSection from '@/ui/SheetSection.vue'
import { show } from '@/ui/units'
import type { Choice } from '@/ui/words'
import { useDriveLog } from './driveLog'
import StrokeWatch from './StrokeWatch.vue'

/** Strokes that somebody watched: on the bench, loose, tight. The last stage's replace the catalogue's figure. */
const preferences = usePreferences()
const { driveAt } = useSelectedMain()
const { log, error, note } = useDriveLog()

const stages: Choice<SeenStroke['stage']>[] = [
  { value: 'bench', label: 'On the bench' },
  { value: 'loose', label: 'Mounted, loose' },
  { value: 'tight', label: 'Mounted, tight' },
]
const ways: Choice<SeenStroke['direction']>[] = [
  { value: 'closing', label: 'Closing' },
  { value: 'opening', label: 'Opening' },
]
const wordOf = <T extends string>(choices: Choice<T>[], value: T) =>
  choices.find((c) => c.value === value)?.label

const blank = (): SeenStroke => ({ stage: 'bench', direction: 'closing', durationS: null, endAngleDeg: null })
const stroke = reactive(blank())
const isBlank = computed(() => stroke.durationS == null && stroke.endAngleDeg == null)
const missing = ref(false)

/** The next stroke is of the same stage, the other way round. */
async function add() {
  missing.value = isBlank.value
  if (isBlank.value) return
  await note({ kind: 'strokeSeen', stroke: { ...stroke } })
  if (error.value) return
  const direction = stroke.direction === 'closing' ? 'opening' : 'closing'
  Object.assign(stroke, blank(), { stage: stroke.stage, direction })
}

const put = (change: () => void) => {
  change()
  return Promise.resolve()
}
</script>

<template>
  <SheetSection
    title="Strokes seen"
    lead="On the bench first, then with the straps loose, then tight, several times both ways. The slowest closing stroke of the last of these counts everywhere, and the least angle on the valve."
  >
    <ul class="divide-rule bg-sheet mb-4 divide-y rounded-sm">
      <li
        v-for="seen in log.strokes"
        :key="seen.number"
        class="grid grid-cols-[1fr_auto] items-center gap-x-4 px-3 py-1 sm:grid-cols-[1.6fr_0.6fr_0.9fr_1.4fr_auto]"
      >
        <span class="font-semibold">
          {{ wordOf(stages, seen.stroke.stage) }}, {{ wordOf(ways, seen.stroke.direction)?.toLowerCase() }}
        </span>
        <span>
          <span v-if="seen.stroke.durationS != null" class="figures">{{
            show('duration', seen.stroke.durationS, preferences.system)
          }}</span>
          <span v-else class="text-faded">not timed</span>
        </span>
        <span>
          <template v-if="seen.stroke.endAngleDeg != null">
            at
            <span class="figures">{{ show('angle', seen.stroke.endAngleDeg, preferences.system) }}</span>
          </template>
          <span v-else class="text-faded">angle not seen</span>
        </span>
        <span class="text-faded text-[13px] max-sm:order-last max-sm:col-span-2">
          {{ seen.by }}, {{ day(seen.at) }}
        </span>
        <button
          type="button"
          class="act-quiet text-clay"
          @click="note({ kind: 'struckOut', strikes: seen.number })"
        >
          Strike out<span class="sr-only"> entry {{ seen.number }}</span>
        </button>
      </li>
      <li v-if="log.strokes.length === 0" class="text-faded px-3 py-2">No stroke is written down yet.</li>
    </ul>
    <div class="grid items-end gap-x-4 gap-y-2 sm:grid-cols-[1.2fr_1fr_1fr_1.2fr_auto]">
      <ChoiceField
        label="How"
        :value="stroke.stage"
        :choices="stages"
        :apply="(value) => put(() => void (stroke.stage = value))"
      />
      <ChoiceField
        label="Way"
        :value="stroke.direction"
        :choices="ways"
        :apply="(value) => put(() => void (stroke.direction = value))"
      />
      <MeasureField
        label="Took"
        empty-word="not timed"
        kind="duration"
        :pointer="`${driveAt}/seen`"
        :values="one(stroke.durationS)"
        :apply="(v) => put(() => void (stroke.durationS = v?.[0] ?? null))"
      />
      <MeasureField
        label="Stopped at"
        empty-word="not seen"
        kind="angle"
        :values="one(stroke.endAngleDeg)"
        :apply="(v) => put(() => void (stroke.endAngleDeg = v?.[0] ?? null))"
      />
      <button type="button" class="act" @click="add">Write it down</button>
    </div>
    <StrokeWatch class="mt-3" @timed="(seconds) => (stroke.durationS = seconds)" />
    <p v-if="error || (missing && isBlank)" class="text-clay mt-2" role="alert">
      {{ error || 'Type how long the stroke took, or where the handle stopped.' }}
    </p>
    <p class="text-faded mt-2 text-[13px]">
      What is written down stays in the site’s log; one that is wrong is struck out. The angle is from fully
      open; it is shut from 82.5° on, a full quarter turn is 90°. A bench stroke says nothing of the angle on
      the valve.
    </p>
  </SheetSection>
</template>
