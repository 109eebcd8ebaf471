import { Refusal } from './refusal'

/** How long the server alone is waited for before the device is asked too, while the server is known to answer, ms. */
export const HEAD_START_MS = 80

/**
 * The first answer of two who would give the same one; the other is broken off. A server that cannot be reached, is at fault or busy
 * has not answered.
 * @param server Asks the server.
 * @param device Asks Core on this device.
 * @param headStartMs How long the server alone is waited for.
 * @throws Refusal as the first that answers refuses, or as the server failed where both did; AbortError where the signal came first.
 */
export async function firstAnswer<T>(
  server: (signal: AbortSignal) => Promise<T>,
  device: (signal: AbortSignal) => Promise<T>,
  headStartMs: number,
  signal?: AbortSignal,
): Promise<T> {
  type Answer = { value: T } | { refusal: Refusal }
  const settled = (asked: Promise<T>): Promise<Answer> =>
    asked.then(
      (value) => ({ value }),
      (failure: unknown) => {
        if (failure instanceof Refusal && failure.isAnswer) return { refusal: failure }
        throw failure
      },
    )
  // One each: whoever has answered must not be broken off, as the answer may still be on its way.
  const [stopServer, stopDevice] = [new AbortController(), new AbortController()]
  const until = (stop: AbortController) => (signal ? AbortSignal.any([signal, stop.signal]) : stop.signal)

  const fromServer = settled(server(until(stopServer)))
  const isTheDevicesTurn = new Promise<void>((turn) => {
    const timer = setTimeout(turn, headStartMs)
    stopDevice.signal.addEventListener('abort', () => clearTimeout(timer))
    fromServer.catch(() => turn())
  })
  const fromDevice = isTheDevicesTurn.then(() => {
    const stop = until(stopDevice)
    stop.throwIfAborted()
    return settled(device(stop))
  })
  try {
    const first = await Promise.any([
      fromServer.then((answer) => ({ answer, slower: stopDevice })),
      fromDevice.then((answer) => ({ answer, slower: stopServer })),
    ])
    first.slower.abort()
    if ('refusal' in first.answer) throw first.answer.refusal
    return first.answer.value
  } catch (failure) {
    if (!(failure instanceof AggregateError)) throw failure
    signal?.throwIfAborted()
    throw failure.errors[0]
  }
}
