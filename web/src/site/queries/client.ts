import { Refusal } from '@/api/refusal'
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
        // That nobody answers is said once, above the page.
        if (meta?.showsTrouble || (error instanceof Refusal && error.isSilence)) return
        // As any other failure that nobody has caught: the app shows it.
        void Promise.reject(error)
      },
    }),
    defaultOptions: {
      queries: { staleTime: Infinity, gcTime: 5 * 60_000, retry: false, networkMode: 'always' },
    },
  })

/** The app's own. */
export const queries = queryClient()
