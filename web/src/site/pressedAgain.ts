import { onScopeDispose, ref, type Ref } from 'vue'
import { isNavigationFailure, NavigationFailureType, useRouter } from 'vue-router'

/** How often a link to where one already is was pressed: watched beside what its address asks for, which does not change by that. */
export function usePressedAgain(): Readonly<Ref<number>> {
  const times = ref(0)
  onScopeDispose(
    useRouter().afterEach((_to, _from, failure) => {
      if (isNavigationFailure(failure, NavigationFailureType.duplicated)) times.value++
    }),
  )
  return times
}
