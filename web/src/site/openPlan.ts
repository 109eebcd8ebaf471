import { CancelledError } from '@tanstack/vue-query'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api, Refusal } from '@/api/client'
import { isReachable } from '@/api/reachable'
import type { Assessment, LeakOutcome, Mode, Plan, SavedPlan } from '@/api/types'
import type { Command } from './commands/list'
import { dropDraft, readDraft, writeDraft } from './kept/drafts'
import { oneByOne } from '@/ui/inOrder'
import { back, emptyHistory, forth, remember, type History } from './history'
import { putAside } from './kept/aside'
import { keepFigures, keptFigures, readSite } from './kept/copies'
import { waitingOf } from './kept/waiting'
import { assess, breakOff, isKnown } from './queries/assessment'
import { keepAndSend, sendWaiting, type Sent } from './sending'

/** Somebody else saved after the revision that unsaved work was made from. */
export interface Conflict {
  basedOn: number
  newest: SavedPlan
}

/**
 * The plan that is open, what it comes to, and what it came to when it was last saved. Every edit is assessed before it is
 * taken: one that the server refuses changes nothing, and its fault goes back to the field it came from.
 */
export const useOpenPlan = defineStore('openPlan', () => {
  const saved = shallowRef<SavedPlan | null>(null)
  const savedAssessment = shallowRef<Assessment | null>(null)
  const plan = shallowRef<Plan | null>(null)
  const assessment = shallowRef<Assessment | null>(null)
  const history = shallowRef<History<Plan>>(emptyHistory())
  /** Unsaved work that was made from an older revision; it stays so until one of the two is chosen. */
  const conflict = shallowRef<Conflict | null>(null)
  /** Whether the choice is being asked for. */
  const isChoosing = ref(false)
  /** Why the server did not take the last save, other than that somebody else saved. */
  const refused = shallowRef<Refusal | null>(null)
  /** Saves of this site that the server has not taken yet. */
  const waiting = ref(0)
  const restored = ref(false)
  const saving = ref(false)
  /** Whether the last edit would be there after a reload. */
  const isKept = ref(true)

  const siteId = computed(() => saved.value?.siteId ?? '')
  const isChanged = computed(() => plan.value !== null && plan.value !== saved.value?.plan)
  const canUndo = computed(() => history.value.past.length > 0)
  const canRedo = computed(() => history.value.future.length > 0)

  /** Each edit starts from the one before it. */
  const inOrder = oneByOne()

  async function open(id: string): Promise<void> {
    await inOrder(async () => {
      plan.value = null
      saved.value = null
      assessment.value = null
      savedAssessment.value = null
      before = null
      conflict.value = null
      refused.value = null
      const sent = await sendWaiting(id)
      const read = await readSite(id)
      const waits = await waitingOf(id)
      const last = waits.at(-1)
      const current = last ? { ...read, plan: last.plan } : read
      const assessed = await assessOpened(id, current.plan)
      saved.value = current
      savedAssessment.value = assessed
      waiting.value = waits.length
      history.value = emptyHistory()
      restored.value = false
      if (sent.kind === 'refused' && !sent.isInDraft)
        await takeUp(sent.unsaved.plan, sent.unsaved.basedOn, assessed, sent.refusal)
      else await takeUpDraft(current, assessed)
    })
  }

  /** Where the server does not answer, a plan that was looked at here before need not wait for this device to calculate. */
  async function assessOpened(id: string, opened: Plan): Promise<Assessment> {
    const figures = isReachable.value ? null : await keptFigures(id, opened)
    if (figures) isKnown(opened, figures)
    return assess(opened)
  }

  async function takeUpDraft(read: SavedPlan, assessed: Assessment) {
    const draft = await readDraft(read.siteId)
    if (draft) {
      const kept = draft.plan.version === read.plan.version ? draft.plan : await upgraded(draft.plan)
      if (kept && (await takeUp(kept, draft.basedOn, assessed))) return
    }
    assessment.value = assessed
    plan.value = read.plan
    void keepFigures(read.siteId, read.plan, assessed)
  }

  /** Null where it is no plan any more: it is put aside, for whoever wants to look. */
  async function upgraded(old: Plan): Promise<Plan | null> {
    try {
      return await api.upgradePlan(old)
    } catch (failure) {
      await asideIfRefused(old, failure)
      return null
    }
  }

  /**
   * Goes on with unsaved work.
   * @returns Whether it is a plan that can be assessed; one that is not is put aside.
   */
  async function takeUp(
    unsaved: Plan,
    basedOn: number,
    assessed: Assessment,
    why?: Refusal,
  ): Promise<boolean> {
    const read = saved.value!
    try {
      assessment.value = await assessOpened(read.siteId, unsaved)
    } catch (failure) {
      await asideIfRefused(unsaved, failure)
      assessment.value = assessed
      plan.value = read.plan
      return false
    }
    history.value = remember(history.value, read.plan, unsaved, 'earlier, unsaved', 0)
    plan.value = unsaved
    restored.value = true
    await keep(unsaved, basedOn)
    if (basedOn !== read.number) meet({ basedOn, newest: read })
    else if (why) refused.value = why
    return true
  }

  async function asideIfRefused(unsaved: Plan, failure: unknown) {
    // Where the server is at fault the work is there at the next try.
    if (!(failure instanceof Refusal) || failure.status !== 422) throw failure
    refused.value = failure
    if (await putAside(siteId.value, unsaved, failure.message)) await dropDraft(siteId.value)
  }

  /**
   * Makes a change, if the server takes it.
   * @param label What was changed; quick changes of one label are one step of undo, unless they add or remove something.
   * @throws Refusal with the fault's place and message; nothing was changed.
   */
  function edit(label: string, change: Command): Promise<void> {
    const asked = Date.now()
    underway++
    const taken = inOrder(async () => {
      await settleTried()
      if (!plan.value) return
      const draft = structuredClone(plan.value)
      change(draft)
      if (JSON.stringify(draft) === JSON.stringify(plan.value)) return
      const assessed = await assess(draft)
      history.value = remember(history.value, plan.value, draft, label, asked, Date.now())
      await take(draft, assessed)
    })
    return taken.finally(() => underway--)
  }

  /** Edits that are not taken yet, and so kept nowhere. */
  let underway = 0
  const isTaking = () => underway > 0

  /** What there was before a change was tried out. */
  let before: { plan: Plan; assessment: Assessment } | null = null
  /** What is being tried out just now. */
  let trying: Plan | null = null
  const beforeTried = (): Plan | null => before?.plan ?? plan.value

  /**
   * Shows what a change would do, as while something is dragged. Each starts from the plan as it was before the first; nothing is
   * remembered until {@link keepTried}.
   * @throws Refusal with the fault's place and message; what was tried last stays.
   */
  function tryOut(change: Command): Promise<void> {
    return inOrder(async () => {
      if (!plan.value || !assessment.value) return
      before ??= { plan: plan.value, assessment: assessment.value }
      const draft = structuredClone(before.plan)
      change(draft)
      trying = draft
      try {
        const assessed = await assess(draft, true)
        plan.value = draft
        assessment.value = assessed
      } catch (failure) {
        if (!(failure instanceof CancelledError)) throw failure
      } finally {
        trying = null
      }
    })
  }

  /** What was tried out last becomes one edit. */
  const keepTried = (): Promise<void> => inOrder(settleTried)

  async function settleTried(): Promise<void> {
    if (!before || !plan.value || !assessment.value) return
    const from = before.plan
    before = null
    if (JSON.stringify(from) === JSON.stringify(plan.value)) plan.value = from
    else history.value = remember(history.value, from, plan.value, `tried ${performance.now()}`, Date.now())
    await take(plan.value, assessment.value)
  }

  /** Nothing of what was tried out has happened. */
  function dropTried(): Promise<void> {
    if (trying) void breakOff(trying)
    return inOrder(() => {
      if (before) {
        plan.value = before.plan
        assessment.value = before.assessment
        before = null
      }
      return Promise.resolve()
    })
  }

  const undo = () => step(back)
  const redo = () => step(forth)

  function step(move: typeof back): Promise<void> {
    return inOrder(async () => {
      await settleTried()
      const moved = plan.value && move(history.value, plan.value)
      if (!moved) return
      const assessed = await assess(moved.state)
      history.value = moved.history
      await take(moved.state, assessed)
    })
  }

  /** What is seen is kept: it is kept first. */
  async function take(next: Plan, assessed: Assessment): Promise<void> {
    if (saved.value) {
      if (next === saved.value.plan) await dropDraft(saved.value.siteId)
      else await keep(next, conflict.value?.basedOn ?? saved.value.number)
      void keepFigures(siteId.value, next, assessed)
    }
    plan.value = next
    assessment.value = assessed
    restored.value = false
  }

  /** On this device, until it is saved. */
  async function keep(unsaved: Plan, basedOn: number): Promise<void> {
    isKept.value = await writeDraft(siteId.value, { basedOn, isOnWaiting: waiting.value > 0, plan: unsaved })
  }

  /**
   * Saves as the next revision; without a signal it is kept here and sent when the server answers. A stale save sets {@link conflict} and
   * changes nothing.
   * @param onTopOf The revision to save after; the one that was opened unless told otherwise.
   */
  function save(author: string, onTopOf?: number): Promise<void> {
    return inOrder(async () => {
      await settleTried()
      if (!saved.value || !plan.value) return
      if (conflict.value && onTopOf === undefined) {
        isChoosing.value = true
        return
      }
      saving.value = true
      const mine = plan.value
      const wanted = {
        siteId: saved.value.siteId,
        plan: mine,
        basedOn: onTopOf ?? saved.value.number,
        author,
        at: new Date().toISOString(),
      }
      try {
        await settleSent(await keepAndSend(wanted), mine)
      } finally {
        saving.value = false
      }
    })
  }

  /** Sends what waits of this site, as when the server answers again. */
  const sendKept = (): Promise<void> =>
    inOrder(async () => {
      if (!saved.value || !waiting.value) return
      await settleSent(await sendWaiting(siteId.value), saved.value.plan)
    })

  /** @param of The plan that was saved last. */
  async function settleSent(sent: Sent, of: Plan) {
    const { siteId: id } = saved.value!
    waiting.value = (await waitingOf(id)).length
    if (sent.kind === 'refused') {
      await unsavedAgain(sent.refusal, sent.unsaved.basedOn)
      return
    }
    // The same object stays in use, so that undoing back to it is seen as unchanged.
    saved.value = { ...((sent.kind === 'sent' && sent.last) || saved.value!), plan: of }
    conflict.value = null
    refused.value = null
    if (plan.value !== of) return
    savedAssessment.value = assessment.value
    restored.value = false
    await dropDraft(id)
    isKept.value = true
  }

  function meet(theirs: Conflict) {
    conflict.value = theirs
    isChoosing.value = true
  }

  async function unsavedAgain(refusal: Refusal, basedOn: number) {
    const newest = await readSite(siteId.value)
    saved.value = newest
    if (refusal.status === 412) meet({ basedOn, newest })
    else refused.value = refusal
    await keep(plan.value!, basedOn)
  }

  /** Takes what somebody else saved; what was here stays one undo away, and is put aside on this device. */
  function takeTheirs(): Promise<void> {
    return inOrder(async () => {
      if (!saved.value || !plan.value) return
      const theirs = await readSite(saved.value.siteId)
      const assessed = await assess(theirs.plan)
      await putAside(
        theirs.siteId,
        plan.value,
        `${theirs.author} had saved revision ${theirs.number} meanwhile`,
      )
      history.value = remember(history.value, plan.value, theirs.plan, 'mine', 0)
      saved.value = theirs
      savedAssessment.value = assessed
      conflict.value = null
      restored.value = false
      await take(theirs.plan, assessed)
    })
  }

  /** The outcome of a leak in a mode, now or as it was last saved. */
  function outcomeOf(of: Assessment | null, leakId: string, mode: Mode): LeakOutcome | undefined {
    return of?.leaks.find((l) => l.leakId === leakId && l.mode === mode)
  }

  return {
    saved,
    savedAssessment,
    plan,
    assessment,
    conflict,
    isChoosing,
    refused,
    waiting,
    restored,
    saving,
    isKept,
    siteId,
    isChanged,
    canUndo,
    canRedo,
    open,
    edit,
    isTaking,
    tryOut,
    keepTried,
    dropTried,
    beforeTried,
    undo,
    redo,
    save,
    sendKept,
    takeTheirs,
    outcomeOf,
  }
})
