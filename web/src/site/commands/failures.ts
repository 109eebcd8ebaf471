import type { FailureFigures, FailureRate } from '@/api/types'
import type { Command } from './list'

/** How often what is fitted fails; a rate that says nothing is taken out. */

/** Changes the rate of one kind of part. */
export const setFailureRate =
  (kind: FailureRate['kind'], change: Partial<Omit<FailureRate, 'kind'>>): Command =>
  (draft) => {
    const all = draft.failures?.rates ?? []
    const now = {
      perYear: null,
      noticedShare: null,
      repairS: null,
      ...all.find((r) => r.kind === kind),
      kind,
      ...change,
    }
    const isSaid = now.perYear != null || now.noticedShare != null || now.repairS != null
    draft.failures = {
      ...draft.failures,
      rates: isSaid ? [...all.filter((r) => r.kind !== kind), now] : all.filter((r) => r.kind !== kind),
    }
  }

/** Changes what holds for all of them. */
export const setFailures =
  (change: Partial<Omit<FailureFigures, 'rates'>>): Command =>
  (draft) =>
    void (draft.failures = { rates: [], ...draft.failures, ...change })
