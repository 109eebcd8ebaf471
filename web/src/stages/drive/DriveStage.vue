<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { useSelectedMain } from '@/site/selectedMain'
import CautionLine from '@/ui/CautionLine.vue'
import MainPicker from '@/site/parts/MainPicker.vue'
import SheetSection from '@/ui/SheetSection.vue'
import StagePage from '@/site/parts/StagePage.vue'
import TextField from '@/ui/TextField.vue'
import TorqueBar from '@/ui/TorqueBar.vue'
import DriveList from './DriveList.vue'
import MountingSection from './MountingSection.vue'
import PowerSection from './PowerSection.vue'
import StepsSection from './StepsSection.vue'
import StrokesSection from './StrokesSection.vue'

const { drive, assessed, driveAt, editDrive } = useSelectedMain()

/** An override is offered where there is something to override. */
const hasDriveStop = computed(
  () =>
    assessed.value?.drive.overridden ||
    assessed.value?.drive.findings.some((f) => f.stage === 'drive' && f.severity === 'stop'),
)
const setNote = (note: string) =>
  editDrive('override', (draft) => {
    draft.overrideNote = note
  })
</script>

<template>
  <StagePage
    stage="drive"
    title="The drive"
    lead="The motor that turns the stop valve, the best for this valve first: whether it can, then what the fastest leak lets out while it turns."
  >
    <template #figure>
      <TorqueBar v-if="assessed" :verdict="assessed.drive" class="mb-5" />
    </template>

    <MainPicker />
    <SheetSection title="Which drive">
      <template #actions>
        <RouterLink to="/catalogue" class="act-quiet">Edit the catalogue</RouterLink>
      </template>
      <CautionLine class="mb-4">
        Keep fingers, hair and cords away from a drive that has power: many turn as soon as they are powered
        or paired. Electrical wiring is an electrician's work.
      </CautionLine>
      <DriveList />
      <TextField
        v-if="drive && hasDriveStop"
        class="mt-4"
        label="Fit it all the same"
        how="Say why. It turns a stop about the drive into a caution that carries your note; a stop of the valve stays."
        :value="drive.overrideNote ?? ''"
        :apply="setNote"
        :pointer="`${driveAt}/overrideNote`"
      />
    </SheetSection>

    <template v-if="drive">
      <PowerSection />
      <MountingSection />
      <StepsSection />
      <StrokesSection />
    </template>
    <p v-else class="text-faded">No drive is chosen yet. Without one nothing closes by itself.</p>
  </StagePage>
</template>
