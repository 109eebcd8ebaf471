/** Steps back and forth through states of the plan. States are never changed in place. */
export interface History<T> {
  past: Step<T>[]
  future: Step<T>[]
}

interface Step<T> {
  state: T
  label: string
  at: number
}

const MOST_STEPS = 200
const MERGE_WITHIN_MS = 1200

/** The end of a label for what comes of one drag: all of it is one step, however long it pauses. */
export const gestureLabel = (gesture: number): string => `gesture ${gesture}`
const GESTURE = /gesture \d+$/

export const emptyHistory = <T>(): History<T> => ({ past: [], future: [] })

/**
 * Remembers the state before an edit. Edits of one label in quick succession, such as the ticks of a slider, are one step, and so are all
 * of one drag; one that adds something or takes it out is always a step of its own.
 * @param asked When the edit was asked for.
 * @param done When it was taken: however long that took, what is asked for right after it goes on with it.
 */
export function remember<T>(
  history: History<T>,
  before: T,
  after: T,
  label: string,
  asked: number,
  done = asked,
): History<T> {
  const last = history.past.at(-1)
  const goesOn =
    last?.label === label &&
    (asked - last.at < MERGE_WITHIN_MS || GESTURE.test(label)) &&
    itemsIn(last.state) === itemsIn(before) &&
    itemsIn(before) === itemsIn(after)
  if (goesOn) return { past: [...history.past.slice(0, -1), { ...last, at: done }], future: [] }
  return { past: [...history.past, { state: before, label, at: done }].slice(-MOST_STEPS), future: [] }
}

/** How many things all the lists in a state hold together. */
function itemsIn(state: unknown): number {
  if (typeof state !== 'object' || state === null) return 0
  const own = Array.isArray(state) ? state.length : 0
  return Object.values(state).reduce<number>((sum, value) => sum + itemsIn(value), own)
}

/** Goes one step back from the current state, or nowhere at the start. */
export function back<T>(history: History<T>, current: T): { history: History<T>; state: T } | null {
  const step = history.past.at(-1)
  if (!step) return null
  return {
    state: step.state,
    history: {
      past: history.past.slice(0, -1),
      future: [...history.future, { ...step, state: current }],
    },
  }
}

/** Goes one step forth, or nowhere at the end. */
export function forth<T>(history: History<T>, current: T): { history: History<T>; state: T } | null {
  const step = history.future.at(-1)
  if (!step) return null
  return {
    state: step.state,
    // A step that was gone back over is never merged with what comes next.
    history: {
      past: [...history.past, { ...step, state: current, at: 0 }],
      future: history.future.slice(0, -1),
    },
  }
}
