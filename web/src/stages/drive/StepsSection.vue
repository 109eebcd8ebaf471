<script setup lang="ts">
import { computed } from 'vue'
import { useSelectedMain } from '@/site/selectedMain'
import CautionLine from '@/ui/CautionLine.vue'
import SheetSection from '@/ui/SheetSection.vue'
import { tradeWords } from '@/ui/words'
import { useDriveLog } from './driveLog'
import StepPicture from './StepPicture.vue'

/** The order of mounting this drive, ticked off as it goes, each caution at the step where it bites. */
const { assessed } = useSelectedMain()
const { log, error, note } = useDriveLog()
const done = computed(() => log.value.stepsDone)
const steps = computed(() => assessed.value?.steps ?? [])
const left = computed(() => steps.value.filter((s) => !done.value.includes(s.id)).length)

const toggle = (stepId: string) =>
  note({ kind: done.value.includes(stepId) ? 'stepUndone' : 'stepDone', stepId })
</script>

<template>
  <SheetSection
    title="Mounting it, step by step"
    :lead="left === 0 ? 'All steps are ticked off.' : `${left} of ${steps.length} steps are left.`"
  >
    <p v-if="error" class="text-clay mb-2" role="alert">{{ error }}</p>
    <ol class="divide-rule bg-sheet divide-y rounded-sm">
      <li v-for="(step, i) in steps" :key="step.id" class="px-3 py-2">
        <label class="grid cursor-pointer grid-cols-[1.25rem_1.5rem_auto_1fr] items-center gap-x-2">
          <input
            type="checkbox"
            class="accent-moss size-4"
            :checked="done.includes(step.id)"
            @change="toggle(step.id)"
          />
          <span class="figures text-faded text-right">{{ i + 1 }}</span>
          <StepPicture :step="step.id" :class="{ 'opacity-50': done.includes(step.id) }" />
          <span :class="{ 'text-faded': done.includes(step.id) }">
            {{ step.text }}
            <span v-if="tradeWords[step.trade]" class="text-faded text-[13px]">
              Work for {{ tradeWords[step.trade] }}.
            </span>
          </span>
        </label>
        <CautionLine v-if="step.caution && !done.includes(step.id)" class="mt-1.5 ml-13 sm:ml-[188px]">
          {{ step.caution }}
        </CautionLine>
      </li>
    </ol>
  </SheetSection>
</template>
