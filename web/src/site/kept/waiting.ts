import { isKept, readKept, type WaitingSave } from './database'

/** Saves that the server has not taken yet, in the order in which they were made. */

export const addWaiting = (save: WaitingSave): Promise<boolean> => isKept((kept) => kept.add('waiting', save))

export const waitingOf = (siteId: string): Promise<WaitingSave[]> =>
  readKept((kept) => kept.getAllFromIndex('waiting', 'site', siteId), [])

/** The sites that have some. */
export async function waitingSites(): Promise<string[]> {
  const all = await readKept((kept) => kept.getAll('waiting'), [])
  return [...new Set(all.map((save) => save.siteId))]
}

/** The first of a site was taken as a revision; the next comes after it. */
export const firstTaken = (siteId: string, number: number): Promise<boolean> =>
  isKept(async (kept) => {
    const change = kept.transaction('waiting', 'readwrite')
    const [first, next] = await change.store.index('site').getAllKeys(siteId)
    if (first !== undefined) await change.store.delete(first)
    const after = next === undefined ? undefined : await change.store.get(next)
    if (after) await change.store.put({ ...after, basedOn: number }, next)
    await change.done
  })

/** None of a site wait any more. */
export const dropWaiting = (siteId: string): Promise<boolean> =>
  isKept(async (kept) => {
    const change = kept.transaction('waiting', 'readwrite')
    for (const key of await change.store.index('site').getAllKeys(siteId)) await change.store.delete(key)
    await change.done
  })
