import type { Plan } from '@/api/types'

/** Unsaved work, kept on this device until it is saved, so that a reload loses nothing. */
export interface Draft {
  basedOn: number
  plan: Plan
}

const key = (siteId: string) => `terrapin.draft.${siteId}`

export function readDraft(siteId: string): Draft | null {
  const text = localStorage.getItem(key(siteId))
  if (!text) return null
  try {
    return JSON.parse(text) as Draft
  } catch {
    // Cut short by a full disk: it cannot be read back, so it is no draft.
    return null
  }
}

export const writeDraft = (siteId: string, draft: Draft) =>
  localStorage.setItem(key(siteId), JSON.stringify(draft))

export const dropDraft = (siteId: string) => localStorage.removeItem(key(siteId))
