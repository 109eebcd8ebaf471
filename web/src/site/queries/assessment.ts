import { api } from '@/api/client'
import type { Assessment, Plan } from '@/api/types'
import { queries } from './client'
import { nameOf } from './planName'

const keyOf = (plan: Plan) => ['assessment', nameOf(plan)]

/**
 * What a plan comes to. One that was assessed before, as when an edit is undone, is not asked for again.
 * @param isPassing Whether the plan is one of many on the way to another, as while something is dragged; its answer is not kept.
 * @throws Refusal with the fault's place; CancelledError where {@link breakOff} came first.
 */
export const assess = (plan: Plan, isPassing = false): Promise<Assessment> =>
  queries.fetchQuery({
    queryKey: keyOf(plan),
    queryFn: ({ signal }) => api.assess(plan, signal),
    gcTime: isPassing ? 0 : undefined,
    meta: { showsTrouble: true },
  })

/** Nobody waits for the assessment of a plan any more. */
export const breakOff = (plan: Plan): Promise<void> => queries.cancelQueries({ queryKey: keyOf(plan) })

/** What a plan comes to is known already. */
export const isKnown = (plan: Plan, assessment: Assessment): void =>
  void queries.setQueryData(keyOf(plan), assessment)
