/**
 * What is typed and not yet taken, and what is on its way to the server. Saving waits for all of it, so that nothing typed
 * a moment before is left out.
 */
const committers = new Set<() => Promise<void>>()
const underway = new Set<Promise<unknown>>()

/** Registers a field's way of taking what stands in it; the result takes it off again. */
export function registerField(commit: () => Promise<void>): () => void {
  committers.add(commit)
  return () => committers.delete(commit)
}

/** Notes work under way; hands it on unchanged. */
export function track<T>(work: Promise<T>): Promise<T> {
  underway.add(work)
  const done = () => underway.delete(work)
  work.then(done, done)
  return work
}

/** Resolves when nothing is under way any more. */
export async function idle(): Promise<void> {
  while (underway.size > 0) await Promise.allSettled([...underway])
}

/** Takes what stands in every field, and resolves when nothing is under way any more. */
export async function settled(): Promise<void> {
  await Promise.allSettled([...committers].map((commit) => commit()))
  await idle()
}
