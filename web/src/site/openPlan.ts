import { CancelledError } from '@tanstack/vue-query'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api, Refusal } from '@/api/client'
import type { ApiProblem, Assessment, LeakOutcome, Mode, Plan, SavedPlan } from '@/api/types'
import type { Command } from './commands/list'
import { dropDraft, readDraft, writeDraft } from './drafts'
import { oneByOne } from '@/ui/inOrder'
import { back, emptyHistory, forth, remember, type History } from './history'
import { assess, breakOff } from './queries/assessment'

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
  const conflict = shallowRef<ApiProblem | null>(null)
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
      before = null
      const read = await api.readPlan(id)
      const assessed = await assess(read.plan)
      saved.value = read
      savedAssessment.value = assessed
      history.value = emptyHistory()
      conflict.value = null
      restored.value = false
      await takeUpDraft(read, assessed)
    })
  }

  async function takeUpDraft(read: SavedPlan, assessed: Assessment) {
    const draft = await readDraft(read.siteId)
    if (draft) {
      try {
        const kept = draft.plan.version === read.plan.version ? draft.plan : await api.upgradePlan(draft.plan)
        assessment.value = await assess(kept)
        history.value = remember(history.value, read.plan, kept, 'earlier, unsaved', 0)
        plan.value = kept
        restored.value = true
        if (draft.basedOn !== read.number) {
          conflict.value = { detail: '', newest: read, changed: [] }
        }
        return
      } catch (error) {
        // Only one that is no plan any more is let go; where the server is at fault it is there at the next try.
        if (!(error instanceof Refusal) || error.status !== 422) throw error
        dropDraft(read.siteId)
      }
    }
    assessment.value = assessed
    plan.value = read.plan
  }

  /**
   * Makes a change, if the server takes it.
   * @param label What was changed; quick changes of one label are one step of undo, unless they add or remove something.
   * @throws Refusal with the fault's place and message; nothing was changed.
   */
  function edit(label: string, change: Command): Promise<void> {
    return inOrder(async () => {
      settleTried()
      if (!plan.value) return
      const draft = structuredClone(plan.value)
      change(draft)
      if (JSON.stringify(draft) === JSON.stringify(plan.value)) return
      const assessed = await assess(draft)
      history.value = remember(history.value, plan.value, draft, label, Date.now())
      take(draft, assessed)
    })
  }

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
  const keepTried = (): Promise<void> => inOrder(() => Promise.resolve(settleTried()))

  function settleTried() {
    if (!before || !plan.value || !assessment.value) return
    const from = before.plan
    before = null
    if (JSON.stringify(from) === JSON.stringify(plan.value)) plan.value = from
    else history.value = remember(history.value, from, plan.value, `tried ${performance.now()}`, Date.now())
    take(plan.value, assessment.value)
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
      settleTried()
      const moved = plan.value && move(history.value, plan.value)
      if (!moved) return
      const assessed = await assess(moved.state)
      history.value = moved.history
      take(moved.state, assessed)
    })
  }

  function take(next: Plan, assessed: Assessment) {
    plan.value = next
    assessment.value = assessed
    if (!saved.value) return
    if (next === saved.value.plan) dropDraft(saved.value.siteId)
    else isKept.value = writeDraft(saved.value.siteId, { basedOn: saved.value.number, plan: next })
  }

  /**
   * Saves as the next revision. A stale save sets {@link conflict} and changes nothing.
   * @param onTopOf The revision to save after; the one that was opened unless told otherwise.
   */
  function save(author: string, onTopOf?: number): Promise<void> {
    return inOrder(async () => {
      settleTried()
      if (!saved.value || !plan.value) return
      saving.value = true
      const mine = plan.value
      try {
        const answer = await api.savePlan(saved.value.siteId, mine, onTopOf ?? saved.value.number, author)
        // The same object stays in use, so that undoing back to it is seen as unchanged.
        saved.value = { ...answer, plan: mine }
        savedAssessment.value = assessment.value
        conflict.value = null
        restored.value = false
        dropDraft(answer.siteId)
        isKept.value = true
      } catch (error) {
        if (!(error instanceof Refusal) || error.status !== 412) throw error
        conflict.value = error.problem
      } finally {
        saving.value = false
      }
    })
  }

  /** Takes what somebody else saved; what was here stays one undo away. */
  function takeTheirs(): Promise<void> {
    return inOrder(async () => {
      if (!saved.value || !plan.value) return
      const theirs = await api.readPlan(saved.value.siteId)
      const assessed = await assess(theirs.plan)
      history.value = remember(history.value, plan.value, theirs.plan, 'mine', 0)
      saved.value = theirs
      savedAssessment.value = assessed
      conflict.value = null
      restored.value = false
      take(theirs.plan, assessed)
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
    restored,
    saving,
    isKept,
    siteId,
    isChanged,
    canUndo,
    canRedo,
    open,
    edit,
    tryOut,
    keepTried,
    dropTried,
    beforeTried,
    undo,
    redo,
    save,
    takeTheirs,
    outcomeOf,
  }
})
