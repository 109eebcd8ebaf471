import type { Plan } from '@/api/types'
import type { Command } from './list'

/** The plan as a whole, and what stands beside its two halves. */

/** Becomes another plan, as a revision that is brought back. */
export const becomePlan =
  (other: Plan): Command =>
  (draft) =>
    void Object.assign(draft, other)

/** A figure of the customer's own; null: not given. */
export const setPayback =
  (key: keyof Plan['payback'], value: number | null): Command =>
  (draft) =>
    void (draft.payback = { ...draft.payback, [key]: value })
