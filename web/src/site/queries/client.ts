import { QueryCache, QueryClient } from '@tanstack/vue-query'

declare module '@tanstack/vue-query' {
  interface Register {
    queryMeta: {
      /** Whether who asks shows a failure itself. */
      showsTrouble?: boolean
    }
  }
}

/** A client whose answers never grow old, as they are of plans by their content; what fails is told, not tried again behind somebody's back. */
export const queryClient = () =>
  new QueryClient({
    queryCache: new QueryCache({
      onError: (error, { meta }) => {
        // As any other failure that nobody has caught: the app shows it.
        if (!meta?.showsTrouble) void Promise.reject(error)
      },
    }),
    defaultOptions: {
      queries: { staleTime: Infinity, gcTime: 5 * 60_000, retry: false, networkMode: 'always' },
    },
  })

/** The app's own. */
export const queries = queryClient()
