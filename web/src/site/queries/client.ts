import { QueryClient } from '@tanstack/vue-query'

/** Answers are of plans by their content and never grow old; what fails is told, not tried again behind somebody's back. */
export const queryClient = () =>
  new QueryClient({
    defaultOptions: {
      queries: { staleTime: Infinity, gcTime: 5 * 60_000, retry: false, networkMode: 'always' },
    },
  })
