import { track } from './pending'

/**
 * Runs a task for the newest value only: values that come while one is still at work are passed over, but for the last.
 * For drags and sliders, which give values faster than they can be assessed.
 */
export function latestOnly<T>(task: (value: T) => Promise<void>): (value: T) => Promise<void> {
  let running = false
  let waiting: { value: T } | null = null
  async function run() {
    running = true
    try {
      while (waiting) {
        const next: { value: T } = waiting
        waiting = null
        await task(next.value)
      }
    } finally {
      running = false
    }
  }
  return async (value) => {
    waiting = { value }
    if (!running) await track(run())
  }
}
