import { isKept, readKept, type Draft } from './database'

/** Unsaved work, kept on this device until it is saved, so that a reload loses nothing. */

const LOCK = 'terrapin.draft.'
const TAB_KEY = 'terrapin.tab'
/** Of work that no open tab holds. */
const NO_TAB = ''

/** Each tab keeps its own: saving in one takes nothing from another. */
const tab = (): string => {
  let id = sessionStorage.getItem(TAB_KEY)
  if (!id) {
    id = crypto.randomUUID()
    sessionStorage.setItem(TAB_KEY, id)
  }
  return id
}

/** Says as long as this tab lives that its drafts are its own. A tab that was duplicated gets an id of its own. */
export async function claimTab(): Promise<void> {
  if (!('locks' in navigator)) return
  const isFree = await new Promise<boolean>((told) => {
    void navigator.locks.request(`${LOCK}${tab()}`, { ifAvailable: true }, (lock) => {
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
  return new Set((held ?? []).map((lock) => lock.name?.slice(LOCK.length) ?? ''))
}

const ofSite = (siteId: string) => IDBKeyRange.bound([siteId], [siteId, []])

/** This tab's draft of a site; where it has none, one that a closed tab left, which becomes this tab's. */
export async function readDraft(siteId: string): Promise<Draft | null> {
  const mine = await readKept((kept) => kept.get('drafts', [siteId, tab()]), undefined)
  if (mine) return mine
  const opened = await openTabs()
  const keys = await readKept((kept) => kept.getAllKeys('drafts', ofSite(siteId)), [])
  const left = keys.find(([, of]) => !opened.has(of))
  if (!left) return earlierDraft(siteId, opened)
  return readKept(async (kept) => {
    const change = kept.transaction('drafts', 'readwrite')
    const draft = await change.store.get(left)
    if (draft) await Promise.all([change.store.put(draft, [siteId, tab()]), change.store.delete(left)])
    await change.done
    return draft ?? null
  }, null)
}

/** One that an earlier version of the app kept, where it kept them. */
async function earlierDraft(siteId: string, opened: Set<string>): Promise<Draft | null> {
  const start = `${LOCK}${siteId}`
  for (const key of Object.keys(localStorage)) {
    const of = key === start ? NO_TAB : key.startsWith(`${start}.`) ? key.slice(start.length + 1) : null
    if (of === null || opened.has(of)) continue
    const left = parse(localStorage.getItem(key))
    if (!left) continue
    if (await writeDraft(siteId, left)) localStorage.removeItem(key)
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
export const writeDraft = (siteId: string, draft: Draft): Promise<boolean> =>
  isKept((kept) => kept.put('drafts', draft, [siteId, tab()]))

/** Leaves work for whichever tab opens the site next. */
export const leaveDraft = (siteId: string, draft: Draft): Promise<boolean> =>
  isKept((kept) => kept.put('drafts', draft, [siteId, NO_TAB]))

export const dropDraft = (siteId: string): Promise<boolean> =>
  isKept((kept) => kept.delete('drafts', [siteId, tab()]))

/**
 * Work on top of saves that waited comes after a revision that has a number now.
 * @param isOnWaiting Whether others still wait before it.
 * @returns Whether there is such work.
 */
export async function rebaseDrafts(siteId: string, basedOn: number, isOnWaiting: boolean): Promise<boolean> {
  let isFound = false
  await isKept(async (kept) => {
    const change = kept.transaction('drafts', 'readwrite')
    for (let at = await change.store.openCursor(ofSite(siteId)); at; at = await at.continue()) {
      if (!at.value.isOnWaiting) continue
      isFound = true
      await at.update({ ...at.value, basedOn, isOnWaiting })
    }
    await change.done
  })
  return isFound
}
