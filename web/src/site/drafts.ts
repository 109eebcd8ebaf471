import type { Plan } from '@/api/types'

/** Unsaved work, kept on this device until it is saved, so that a reload loses nothing. */
export interface Draft {
  basedOn: number
  plan: Plan
}

const PREFIX = 'terrapin.draft.'
const TAB_KEY = 'terrapin.tab'

/** Each tab keeps its own: saving in one takes nothing from another. */
const tab = (): string => {
  let id = sessionStorage.getItem(TAB_KEY)
  if (!id) {
    id = crypto.randomUUID()
    sessionStorage.setItem(TAB_KEY, id)
  }
  return id
}
const own = (siteId: string) => `${PREFIX}${siteId}.${tab()}`

/** Says as long as this tab lives that its drafts are its own. A tab that was duplicated gets an id of its own. */
export async function claimTab(): Promise<void> {
  if (!('locks' in navigator)) return
  const isFree = await new Promise<boolean>((told) => {
    void navigator.locks.request(`${PREFIX}${tab()}`, { ifAvailable: true }, (lock) => {
      told(lock !== null)
      // Held until the tab is closed.
      return lock ? new Promise<void>(() => undefined) : undefined
    })
  })
  if (isFree) return
  sessionStorage.removeItem(TAB_KEY)
  await claimTab()
}

/** Ids of the tabs that are open. */
async function openTabs(): Promise<Set<string>> {
  if (!('locks' in navigator)) return new Set()
  const { held } = await navigator.locks.query()
  return new Set((held ?? []).map((lock) => lock.name?.slice(PREFIX.length) ?? ''))
}

/** This tab's draft of a site; where it has none, one that a closed tab left, which becomes this tab's. */
export async function readDraft(siteId: string): Promise<Draft | null> {
  const mine = parse(localStorage.getItem(own(siteId)))
  if (mine) return mine
  const opened = await openTabs()
  const start = `${PREFIX}${siteId}`
  for (const key of Object.keys(localStorage)) {
    const of = key === start ? '' : key.startsWith(`${start}.`) ? key.slice(start.length + 1) : null
    if (of === null || opened.has(of)) continue
    const left = parse(localStorage.getItem(key))
    if (!left) continue
    if (writeDraft(siteId, left)) localStorage.removeItem(key)
    return left
  }
  return null
}

function parse(text: string | null): Draft | null {
  if (!text) return null
  try {
    return JSON.parse(text) as Draft
  } catch {
    // Cut short by a full disk: it cannot be read back, so it is no draft.
    return null
  }
}

/** @returns Whether it is kept; a full store keeps nothing. */
export function writeDraft(siteId: string, draft: Draft): boolean {
  try {
    localStorage.setItem(own(siteId), JSON.stringify(draft))
    return true
  } catch (failure) {
    if (failure instanceof DOMException && failure.name === 'QuotaExceededError') return false
    throw failure
  }
}

export const dropDraft = (siteId: string) => localStorage.removeItem(own(siteId))
