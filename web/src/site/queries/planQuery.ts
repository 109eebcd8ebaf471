import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, toValue, type MaybeRefOrGetter } from 'vue'
import type { Refusal } from '@/api/client'
import type { Plan } from '@/api/types'
import { useOpenPlan } from '../openPlan'
import { nameOf } from './planName'

interface Asking {
  /** Whether there is anything to ask. */
  isAsked?: MaybeRefOrGetter<boolean>
  /** The part of the plan that the answer depends on, where that is less than all. */
  on?: MaybeRefOrGetter<string>
  /** Whether a failure is shown by who asks, rather than by the app. */
  showsTrouble?: boolean
  /** For how long an answer holds, ms, where it depends on more than the plan. */
  staleTime?: number
}

/**
 * Asks the server about the open plan, and again when the plan or the question is another. The answer before stays on the screen until the
 * new one is there; a question that nobody waits for any more is broken off.
 * @param question What is asked, and all it depends on beside the plan.
 * @param ask Asks it.
 */
export function usePlanQuery<T>(
  question: MaybeRefOrGetter<readonly unknown[]>,
  ask: (plan: Plan, signal: AbortSignal) => Promise<T>,
  { isAsked = true, on, showsTrouble, staleTime }: Asking = {},
) {
  const open = useOpenPlan()
  const { data, error, isFetching } = useQuery<T, Refusal>({
    queryKey: computed(() => [...toValue(question), on ? toValue(on) : open.plan ? nameOf(open.plan) : null]),
    queryFn: ({ signal }) => ask(open.plan!, signal),
    enabled: computed(() => open.plan !== null && toValue(isAsked)),
    placeholderData: keepPreviousData,
    // An answer is replaced, never written to; to watch each of a map's hundred thousand numbers would cost more than to draw it.
    shallow: true,
    staleTime,
    meta: { showsTrouble },
  })
  return { data, trouble: computed(() => error.value?.message ?? ''), isFetching }
}
