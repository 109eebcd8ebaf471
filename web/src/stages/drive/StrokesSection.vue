<script setup lang="ts">
import { computed } from 'vue'
import type { SeenStroke } from '@/api/types'
import { useSelectedMain } from '@/plan/selectedMain'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import SheetSection from '@/ui/SheetSection.vue'
import type { Choice } from '@/ui/words'

/** Strokes that somebody watched: on the bench, loose, tight. The last stage's replace the catalogue's figure. */
const { drive, driveAt, editDrive } = useSelectedMain()
const strokes = computed(() => drive.value?.strokes ?? [])

const stages: Choice<SeenStroke['stage']>[] = [
  { value: 'bench', label: 'On the bench' },
  { value: 'loose', label: 'Mounted, loose' },
  { value: 'tight', label: 'Mounted, tight' },
]
const ways: Choice<SeenStroke['direction']>[] = [
  { value: 'closing', label: 'Closing' },
  { value: 'opening', label: 'Opening' },
]

const set = (index: number, what: string, change: (stroke: SeenStroke) => void) =>
  editDrive(`stroke ${index} ${what}`, (draft) => change(draft.strokes![index]!))

/** The next stroke is of the stage of the last, the other way round. */
const add = () =>
  editDrive('stroke added', (draft) => {
    const last = draft.strokes?.at(-1)
    draft.strokes = [
      ...(draft.strokes ?? []),
      { stage: last?.stage ?? 'bench', direction: last?.direction === 'closing' ? 'opening' : 'closing' },
    ]
  })
const remove = (index: number) => editDrive('stroke removed', (draft) => void draft.strokes!.splice(index, 1))
</script>

<template>
  <SheetSection
    title="Strokes seen"
    lead="On the bench first, then with the straps loose, then tight, several times both ways. The slowest closing stroke of the last of these counts everywhere, and the least angle on the valve."
  >
    <ul class="mb-3 space-y-3">
      <li
        v-for="(stroke, i) in strokes"
        :key="i"
        class="border-rule grid gap-x-4 gap-y-2 border-b pb-3 sm:grid-cols-[1.2fr_1fr_1fr_1.2fr_auto]"
      >
        <ChoiceField
          label="How"
          :value="stroke.stage"
          :choices="stages"
          :apply="(value) => set(i, 'stage', (s) => void (s.stage = value))"
          :pointer="`${driveAt}/strokes/${i}/stage`"
        />
        <ChoiceField
          label="Way"
          :value="stroke.direction"
          :choices="ways"
          :apply="(value) => set(i, 'way', (s) => void (s.direction = value))"
          :pointer="`${driveAt}/strokes/${i}/direction`"
        />
        <MeasureField
          label="Took"
          kind="duration"
          :values="one(stroke.durationS)"
          :apply="(v) => set(i, 'time', (s) => void (s.durationS = v?.[0] ?? null))"
          :pointer="`${driveAt}/strokes/${i}/durationS`"
        />
        <MeasureField
          label="Stopped at"
          kind="angle"
          :values="one(stroke.endAngleDeg)"
          :apply="(v) => set(i, 'angle', (s) => void (s.endAngleDeg = v?.[0] ?? null))"
          :pointer="`${driveAt}/strokes/${i}/endAngleDeg`"
        />
        <button type="button" class="act-quiet text-clay self-end" @click="remove(i)">
          Take out<span class="sr-only"> stroke {{ i + 1 }}</span>
        </button>
      </li>
    </ul>
    <button type="button" class="act" @click="add">Add a stroke</button>
    <p class="text-faded mt-2 text-[13px]">
      The angle is from fully open; it is shut from 82.5° on, a full quarter turn is 90°. A bench stroke says
      nothing of the angle on the valve.
    </p>
  </SheetSection>
</template>
