import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { api } from '@/api/client'
import type { PhotographSummary } from '@/api/types'
import { useOpenPlan } from './openPlan'

/** Photographs of the open site. They are kept at once, apart from the plan's revisions. */
export const usePhotographs = defineStore('photographs', () => {
  const open = useOpenPlan()
  const all = ref<PhotographSummary[]>([])
  /** Pictures that lie under a floor's drawing are no photographs of a valve. */
  const underDrawings = computed(() =>
    (open.plan?.building.storeys ?? []).map((s) => s.picture?.photographId),
  )

  async function read() {
    const of = open.siteId
    const found = of ? await api.listPhotographs(of) : []
    if (of === open.siteId) all.value = found
  }
  watch(() => open.siteId, read, { immediate: true })

  /** Those of a valve, and of the site as a whole. */
  const ofMain = (stopValveId: string) =>
    all.value.filter(
      (p) => (p.stopValveId == null || p.stopValveId === stopValveId) && !underDrawings.value.includes(p.id),
    )

  return { all, read, ofMain }
})
