<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import ReachPanel from '@/floor/inspector/ReachPanel.vue'
import { marginMark, marginText, weakestFirst } from '@/ui/margins'
import { radioName } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import DrawingOrList from '@/site/parts/DrawingOrList.vue'
import StagePage from '@/site/parts/StagePage.vue'
import SeverityMark from '@/ui/SeverityMark.vue'

/** Every device with what it has in hand, the weakest first. */
const open = useOpenPlan()
const rows = computed(() =>
  [...(open.assessment?.reach.devices ?? [])]
    .sort(weakestFirst)
    .map((d) => ({ ...d, mark: marginMark(d.standing) })),
)
</script>

<template>
  <StagePage
    stage="reach"
    title="Reach"
    lead="Pair near the hub, carry the device to its place, and read the signal there, with lids and doors shut."
  >
    <DrawingOrList class="mb-4" />
    <p v-if="!rows.length" class="text-faded">
      No device yet.
      <RouterLink class="text-moss underline" :to="`/sites/${open.siteId}/sensors`"
        >Place the sensors</RouterLink
      >
      first.
    </p>
    <ul class="divide-rule bg-sheet divide-y rounded-sm">
      <li v-for="row in rows" :key="row.deviceId">
        <details>
          <summary
            class="hover:bg-moss-wash flex min-h-11 cursor-pointer flex-wrap items-center gap-x-3 px-3 py-2"
          >
            <SeverityMark v-if="row.mark" :severity="row.mark" />
            <span class="min-w-0 grow font-semibold">{{ row.name }}</span>
            <span class="figures whitespace-nowrap">{{ marginText(row.marginDb, row.isBlocked) }}</span>
            <span class="text-faded w-full text-[13px]">{{
              row.route.length
                ? `To ${row.route
                    .slice(1)
                    .map((id) => radioName(open.plan!, id))
                    .join(', then ')}`
                : 'No way to a hub is known'
            }}</span>
          </summary>
          <div class="max-w-md px-3 pb-4"><ReachPanel :id="row.deviceId" /></div>
        </details>
      </li>
    </ul>
  </StagePage>
</template>
