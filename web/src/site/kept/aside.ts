import type { Plan } from '@/api/types'
import { isKept, readKept, type PutAside } from './database'

/** Plans that another one took the place of, kept until somebody lets them go. */

export type KeptAside = PutAside & { key: number }

export const putAside = (siteId: string, plan: Plan, why: string): Promise<boolean> =>
  isKept((kept) => kept.add('aside', { siteId, plan, why, at: new Date().toISOString() }))

export const asideOf = (siteId: string): Promise<KeptAside[]> =>
  readKept(async (kept) => {
    const read = kept.transaction('aside').store.index('site')
    const [plans, keys] = await Promise.all([read.getAll(siteId), read.getAllKeys(siteId)])
    return plans.map((plan, i) => ({ ...plan, key: keys[i]! }))
  }, [])

export const letGo = (key: number): Promise<boolean> => isKept((kept) => kept.delete('aside', key))
