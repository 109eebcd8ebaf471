<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { Plan, Rehearsed } from '@/api/types'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { duration, show } from '@/ui/units'

/** Who is told of it, whether they hear it, and what has run out until they act. */
const props = defineProps<{ rehearsed: Rehearsed; plan: Plan }>()
const open = useOpenPlan()
const preferences = usePreferences()
const rows = computed(() =>
  (props.rehearsed.told ?? []).map((told) => ({
    ...told,
    name: props.plan.installation.contacts?.find((c) => c.id === told.contactId)?.name ?? told.contactId,
  })),
)
</script>

<template>
  <section data-testid="told">
    <h2 class="mb-2 font-bold">Who is told</h2>
    <p v-if="!rows.length && plan.installation.contacts?.length" class="text-faded">
      Nobody: no rule tells of it.
    </p>
    <p v-else-if="!rows.length" class="text-faded">
      Nobody by name.
      <RouterLink class="text-moss underline" :to="`/sites/${open.siteId}/rules`">Name them</RouterLink>
    </p>
    <ul class="space-y-1.5">
      <li
        v-for="row in rows"
        :key="row.contactId"
        class="grid grid-cols-[5.5rem_1fr_auto] items-baseline gap-x-2"
      >
        <span class="figures text-[13.5px]">{{ duration(row.atS) }}</span>
        <span class="min-w-0">
          {{ row.name }}
          <span v-if="!row.hears" class="text-clay block text-[13px] font-semibold">does not hear it</span>
          <span v-else-if="row.actsAtS == null" class="text-faded block text-[13px]"
            >hears it; does nothing known</span
          >
          <span v-else class="text-faded block text-[13px]"
            >has shut it off after {{ duration(row.actsAtS) }}</span
          >
        </span>
        <span v-if="row.outM3 != null" class="figures text-river text-[13.5px] font-bold">{{
          show('volume', row.outM3, preferences.system)
        }}</span>
      </li>
    </ul>
  </section>
</template>
