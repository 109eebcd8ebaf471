import { readonly, ref } from 'vue'

/** Whether the server answers. Where it does not, it is asked again from time to time. */

const ASK_AGAIN_MS = 4000

const reached = ref(true)
let asking: ReturnType<typeof setTimeout> | undefined

export const isReachable = readonly(reached)

/** Each request says how it went. */
export function noteReached(answered: boolean): void {
  reached.value = answered
  if (answered) clearTimeout(asking)
  else askAgain(ASK_AGAIN_MS)
}

function askAgain(afterMs: number): void {
  clearTimeout(asking)
  asking = setTimeout(() => {
    fetch('/health/live').then(
      () => noteReached(true),
      () => noteReached(false),
    )
  }, afterMs)
}

/** A device that is told of a network does not wait. */
export function watchNetwork(): void {
  window.addEventListener('online', () => !reached.value && askAgain(0))
}
