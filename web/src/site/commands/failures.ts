import type { FailureFigures, FailureRate } from '@/api/types'
import { sayOfKind, type Command } from './list'

/** How often what is fitted fails; a rate that says nothing is taken out. */

/** Changes the rate of one kind of part. */
export const setFailureRate =
  (kind: FailureRate['kind'], change: Partial<Omit<FailureRate, 'kind'>>): Command =>
  (draft) =>
    void (draft.failures = {
      ...draft.failures,
      rates: sayOfKind(
        draft.failures?.rates,
        { kind, perYear: null, noticedShare: null, repairS: null },
        change,
      ),
    })

/** Changes what holds for all of them. */
export const setFailures =
  (change: Partial<Omit<FailureFigures, 'rates'>>): Command =>
  (draft) =>
    void (draft.failures = { rates: [], ...draft.failures, ...change })
