import type { Plan, RehearsalCase } from '@/api/types'
import { takeOut, type Command } from './list'

/** Rehearsals that are kept with the plan. */

export const keepCase =
  (kept: RehearsalCase): Command =>
  (draft) =>
    void (draft.cases = [...(draft.cases ?? []), kept])

export const removeCase =
  (id: string): Command =>
  ({ cases }) =>
    void takeOut(cases ?? [], id)

/** What is kept of a leak that is gone goes with it. */
export function forgetLeaks(draft: Plan, leakIds: string[]): void {
  if (!draft.cases) return
  draft.cases = draft.cases
    .filter((kept) => !leakIds.includes(kept.leakId))
    .map((kept) => ({
      ...kept,
      meanwhile: kept.meanwhile.filter((step) => !step.leakId || !leakIds.includes(step.leakId)),
    }))
}
