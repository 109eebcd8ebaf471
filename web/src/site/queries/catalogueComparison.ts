import { api } from '@/api/client'
import { usePlanQuery } from './planQuery'

/** How the open plan's copy of the catalogue stands to the firm's, which others may change at any time. */
export const useCatalogueComparison = (on?: () => string) =>
  usePlanQuery(['catalogue'], api.firmCatalogue.compare, { on, staleTime: 0, showsTrouble: !on })
