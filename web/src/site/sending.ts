import { api, Refusal } from '@/api/client'
import type { SavedPlan } from '@/api/types'
import { keepSite } from './kept/copies'
import type { WaitingSave } from './kept/database'
import { leaveDraft, rebaseDrafts } from './kept/drafts'
import { addWaiting, dropWaiting, firstTaken, waitingOf, waitingSites } from './kept/waiting'

/** How sending what waits has ended. */
export type Sent =
  /** All of it is saved. */
  | { kind: 'sent'; last: SavedPlan | null }
  /** Nobody answers: it goes on waiting. */
  | { kind: 'waiting' }
  /** Somebody else saved meanwhile, or it is at fault: what was to be saved is unsaved work again. */
  | {
      kind: 'refused'
      refusal: Refusal
      unsaved: WaitingSave
      /** Whether work on top of it is kept as well, which has all of it. */
      isInDraft: boolean
    }

/** One tab sends at a time. */
const alone = async <T>(work: () => Promise<T>): Promise<T> => {
  if (!('locks' in navigator)) return work()
  let done!: T
  await navigator.locks.request('terrapin.sending', async () => {
    done = await work()
  })
  return done
}

/**
 * Saves one plan.
 * @throws Refusal as the server refuses, or where nobody answers.
 */
async function sendOne(save: WaitingSave): Promise<SavedPlan> {
  try {
    return await api.savePlan(save.siteId, save.plan, save.basedOn, save.author)
  } catch (failure) {
    if (!(failure instanceof Refusal) || failure.status !== 412) throw failure
    // The answer to an earlier try may have been lost on its way.
    const newest = await api.readPlan(save.siteId)
    if (isSame(newest.plan, save.plan)) return newest
    throw failure
  }
}

/**
 * Sends what waits of a site, in order. What the server does not take is no longer waiting: it is given back, with all that was saved
 * after it in it.
 * @throws Refusal where the server is at fault; it goes on waiting.
 */
export const sendWaiting = (siteId: string): Promise<Sent> =>
  alone(async () => {
    let last: SavedPlan | null = null
    for (;;) {
      const waiting = await waitingOf(siteId)
      const [next] = waiting
      if (!next) return { kind: 'sent', last }
      try {
        last = await sendOne(next)
      } catch (failure) {
        if (!(failure instanceof Refusal)) throw failure
        if (failure.isSilence) return { kind: 'waiting' }
        if (!failure.isAnswer) throw failure
        await dropWaiting(siteId)
        return {
          kind: 'refused',
          refusal: failure,
          unsaved: { ...waiting.at(-1)!, basedOn: next.basedOn },
          isInDraft: await rebaseDrafts(siteId, next.basedOn, false),
        }
      }
      await firstTaken(siteId, last.number)
      await rebaseDrafts(siteId, last.number, waiting.length > 1)
      await keepSite(last)
    }
  })

/**
 * Keeps a save on this device and sends it, after those of its site that wait; where the device keeps nothing it is sent alone.
 * @throws Refusal where the server is at fault, or where nobody answers and nothing is kept.
 */
export async function keepAndSend(save: WaitingSave): Promise<Sent> {
  if (await addWaiting(save)) return sendWaiting(save.siteId)
  try {
    return { kind: 'sent', last: await sendOne(save) }
  } catch (failure) {
    if (!(failure instanceof Refusal) || !failure.isAnswer) throw failure
    return { kind: 'refused', refusal: failure, unsaved: save, isInDraft: false }
  }
}

/** Sends what waits of all sites but one, which sees to its own; what is not taken lies ready as unsaved work for whoever opens the site. */
export async function sendOthers(openSiteId: string): Promise<void> {
  for (const siteId of await waitingSites()) {
    if (siteId === openSiteId) continue
    const sent = await sendWaiting(siteId)
    if (sent.kind === 'refused' && !sent.isInDraft)
      await leaveDraft(siteId, { basedOn: sent.unsaved.basedOn, plan: sent.unsaved.plan })
    else if (sent.kind === 'waiting') return
  }
}

/** Whether two documents say the same, in whichever order; what is left out is null. */
function isSame(a: unknown, b: unknown): boolean {
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null)
    return (a ?? null) === (b ?? null)
  const [left, right] = [a as Record<string, unknown>, b as Record<string, unknown>]
  return [...new Set([...Object.keys(left), ...Object.keys(right)])].every((key) =>
    isSame(left[key], right[key]),
  )
}
