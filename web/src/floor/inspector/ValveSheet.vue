<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { editStopValve } from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import { useFloorView } from '../floorView'
import FloorSheet from './FloorSheet.vue'
import PlaceFields from './PlaceFields.vue'
import ReachPanel from './ReachPanel.vue'

/** A stop valve on the drawing, and how the drive on it is heard. */
const props = defineProps<{ id: string }>()
const view = useFloorView()
const open = useOpenPlan()
const index = computed(() => open.plan!.building.stopValves.findIndex((v) => v.id === props.id))
const valve = computed(() => open.plan!.building.stopValves[index.value])
const drive = computed(() => open.plan!.installation.drives.find((d) => d.stopValveId === props.id))
async function takeOff() {
  const done = await view.attempt(
    'taken off the drawing',
    editStopValve(props.id, (v) => void (v.drawnAt = null)),
  )
  if (done) view.chosen = null
}
</script>

<template>
  <FloorSheet v-if="valve" :title="valve.name" take-out="Take it off the drawing" @take-out="takeOff">
    <ReachPanel v-if="drive" :id="drive.id" class="col-span-2" />
    <p v-else class="text-faded col-span-2">No drive on it yet.</p>
    <PlaceFields
      v-if="valve.drawnAt"
      :place="valve.drawnAt"
      :apply="
        (what, change) =>
          view.edit(
            `valve ${id} ${what}`,
            editStopValve(id, (v) => v.drawnAt && change(v.drawnAt)),
          )
      "
      :pointer="`/building/stopValves/${index}/drawnAt`"
    />
    <template #below>
      <RouterLink
        class="act-quiet mt-2 -ml-2"
        :to="{ path: `/sites/${open.siteId}/main`, query: { main: id, card: 'place' } }"
      >
        Its lid, and the rest of the valve
      </RouterLink>
    </template>
  </FloorSheet>
</template>
