import { api, Refusal } from '@/api/client'
import type { Assessment, ListedSite, Plan, SavedPlan } from '@/api/types'
import { isKept, readKept } from './database'

/** Sites as this device last had them from the server, for when it cannot be asked. */

export const keepSite = (site: SavedPlan): Promise<boolean> => isKept((kept) => kept.put('sites', site))

/** The sites that were opened here. */
export const keptSiteIds = (): Promise<string[]> => readKept((kept) => kept.getAllKeys('sites'), [])

/**
 * A site from the server; as it was last seen here, where the server does not answer.
 * @throws Refusal where the server refuses, or where nobody answers and it was never opened here.
 */
export async function readSite(siteId: string): Promise<SavedPlan> {
  try {
    const read = await api.readPlan(siteId)
    await keepSite(read)
    return read
  } catch (failure) {
    if (!(failure instanceof Refusal) || !failure.isSilence) throw failure
    const kept = await readKept((from) => from.get('sites', siteId), undefined)
    if (kept) return kept
    throw new Refusal(0, {
      detail: 'Open it once while the server answers: this device has no copy of this site yet.',
    })
  }
}

/** The last figures of a site, so that it is there at once where this device would have to calculate them. */
export const keepFigures = (siteId: string, plan: Plan, assessment: Assessment): Promise<boolean> =>
  isKept((kept) => kept.put('figures', { of: JSON.stringify(plan), assessment }, siteId))

/** What a plan came to when it was last looked at here; null where that was another plan. */
export async function keptFigures(siteId: string, plan: Plan): Promise<Assessment | null> {
  const figures = await readKept((kept) => kept.get('figures', siteId), undefined)
  return figures?.of === JSON.stringify(plan) ? figures.assessment : null
}

/** The list of sites; as it was last seen here, where the server does not answer. */
export async function readList(): Promise<ListedSite[]> {
  try {
    const sites = await api.listSites()
    await isKept((kept) => kept.put('lists', sites, 'sites'))
    return sites
  } catch (failure) {
    if (!(failure instanceof Refusal) || !failure.isSilence) throw failure
    const kept = await readKept((from) => from.get('lists', 'sites'), undefined)
    if (kept) return kept
    throw failure
  }
}
