import { shallowRef, watch } from 'vue'
import { api, Refusal } from '@/api/client'
import type { CatalogueComparison } from '@/api/types'
import { useOpenPlan } from '@/plan/openPlan'

/**
 * How the open plan's copy of the catalogue stands to the firm's.
 * @param on What it is asked again for.
 */
export function useCatalogueComparison(on: () => unknown) {
  const open = useOpenPlan()
  const comparison = shallowRef<CatalogueComparison | null>(null)
  const error = shallowRef('')

  watch(
    on,
    async () => {
      const { plan } = open
      if (!plan) return
      try {
        const found = await api.firmCatalogue.compare(plan)
        comparison.value = found
      } catch (failure) {
        if (!(failure instanceof Refusal)) throw failure
        error.value = failure.message
      }
    },
    { immediate: true },
  )

  return { comparison, error }
}
