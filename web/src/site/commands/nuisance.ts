import type { NuisanceEvent } from '@/api/types'
import { sayOfKind, type Command } from './list'

/** How often something wets a sensor for nothing, or for how long; one that says neither is taken out. */
export const setNuisance =
  (kind: NuisanceEvent['kind'], change: Partial<Pick<NuisanceEvent, 'perYear' | 'lastsS'>>): Command =>
  ({ building }) =>
    void (building.nuisance = sayOfKind(building.nuisance, { kind, perYear: null, lastsS: null }, change))
