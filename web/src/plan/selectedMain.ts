import { computed } from 'vue'
import { useRoute } from 'vue-router'
import type { MainValve } from '@/api/types'
import { useOpenPlan } from './openPlan'

/** The main valve that the page is about: the one of the address, or the first. */
export function useSelectedMain() {
  const open = useOpenPlan()
  const route = useRoute()
  const index = computed(() => Math.max(0, open.plan?.mains.findIndex((m) => m.id === route.query.main) ?? 0))
  const main = computed(() => open.plan!.mains[index.value]!)
  const assessed = computed(() => open.assessment?.mains[index.value])
  /** JSON pointer to it. */
  const at = computed(() => `/mains/${index.value}`)

  /** Changes this main, whichever is looked at when the change is taken. */
  function edit(label: string, change: (main: MainValve) => void): Promise<void> {
    const where = index.value
    return open.edit(`main ${where} ${label}`, (draft) => change(draft.mains[where]!))
  }

  return { index, main, assessed, at, edit }
}
