import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Assessment, ListedSite, Plan, SavedPlan } from '@/api/types'

/** What this device keeps, so that it works without a signal and loses nothing at a reload. */

/** Unsaved work of one tab. */
export interface Draft {
  /** The revision that it was made from. */
  basedOn: number
  /** Whether it was made on top of saves that still wait, and so of a revision that has no number yet. */
  isOnWaiting?: boolean
  plan: Plan
}

/** A save that the server has not taken yet. */
export interface WaitingSave {
  siteId: string
  plan: Plan
  basedOn: number
  author: string
  /** ISO 8601. */
  at: string
}

/** A plan that another one took the place of. */
export interface PutAside {
  siteId: string
  plan: Plan
  why: string
  /** ISO 8601. */
  at: string
}

/** What a plan came to. */
export interface KeptFigures {
  /** The plan, as JSON. */
  of: string
  assessment: Assessment
}

interface Kept extends DBSchema {
  sites: { key: string; value: SavedPlan }
  figures: { key: string; value: KeptFigures }
  lists: { key: 'sites'; value: ListedSite[] }
  drafts: { key: [siteId: string, tab: string]; value: Draft }
  waiting: { key: number; value: WaitingSave; indexes: { site: string } }
  aside: { key: number; value: PutAside; indexes: { site: string } }
}

export type KeptDatabase = IDBPDatabase<Kept>

const VERSION = 1
let database: Promise<KeptDatabase> | null = null

/** @throws DOMException where the browser keeps nothing, as in some private windows. */
export function keptDatabase(): Promise<KeptDatabase> {
  if (!('indexedDB' in globalThis))
    return Promise.reject(new DOMException('This browser has no store.', 'NotSupportedError'))
  database ??= openDB<Kept>('terrapin', VERSION, {
    upgrade(made) {
      made.createObjectStore('sites', { keyPath: 'siteId' })
      made.createObjectStore('figures')
      made.createObjectStore('lists')
      made.createObjectStore('drafts')
      made.createObjectStore('waiting', { autoIncrement: true }).createIndex('site', 'siteId')
      made.createObjectStore('aside', { autoIncrement: true }).createIndex('site', 'siteId')
    },
    // A newer version of the app in another tab may change it.
    blocking: (_current, _blocked, event) => (event.target as IDBDatabase).close(),
    terminated: () => (database = null),
  }).catch((failure: unknown) => {
    database = null
    throw failure
  })
  return database
}

/** Keeps something. @returns Whether it is kept: a full or missing store keeps nothing. */
export async function isKept(write: (kept: KeptDatabase) => Promise<unknown>): Promise<boolean> {
  try {
    await write(await keptDatabase())
    return true
  } catch (failure) {
    if (failure instanceof DOMException) return false
    throw failure
  }
}

/** Reads what is kept; what a browser without a store would have: nothing. */
export async function readKept<T>(read: (kept: KeptDatabase) => Promise<T>, nothing: T): Promise<T> {
  let kept: KeptDatabase
  try {
    kept = await keptDatabase()
  } catch (failure) {
    if (failure instanceof DOMException) return nothing
    throw failure
  }
  return read(kept)
}
