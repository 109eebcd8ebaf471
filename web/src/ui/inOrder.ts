import { track } from './pending'

/** A way to do one thing after the other, so that each starts from what the one before has left; one that fails stops no other. */
export function oneByOne(): <T>(work: () => Promise<T>) => Promise<T> {
  let queue: Promise<unknown> = Promise.resolve()
  return (work) => {
    const done = track(queue.then(work))
    queue = done.catch(() => undefined)
    return done
  }
}
