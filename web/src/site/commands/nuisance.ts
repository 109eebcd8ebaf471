import type { NuisanceEvent } from '@/api/types'
import type { Command } from './list'

/** How often something wets a sensor for nothing, or for how long; one that says neither is taken out. */
export const setNuisance =
  (kind: NuisanceEvent['kind'], change: Partial<Pick<NuisanceEvent, 'perYear' | 'lastsS'>>): Command =>
  ({ building }) => {
    const all = building.nuisance ?? []
    const now = { perYear: null, lastsS: null, ...all.find((e) => e.kind === kind), kind, ...change }
    const others = all.filter((e) => e.kind !== kind)
    building.nuisance = now.perYear == null && now.lastsS == null ? others : [...others, now]
  }
