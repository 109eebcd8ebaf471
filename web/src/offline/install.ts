import { startDevice } from '@/api/device/device'
import { watchNetwork } from '@/api/reachable'

/**
 * How long the first load waits to be watched over before Core is fetched without, and so is not kept: long, as on a slow line the
 * app itself is kept first, and the server answers meanwhile.
 */
const MOST_WAIT_MS = 30_000

/** Sees to it that the app opens without a signal the next time, and brings Core to the device once the page has been drawn. */
export async function install(): Promise<void> {
  watchNetwork()
  if ('serviceWorker' in navigator) {
    await navigator.serviceWorker.register('/sw.js').then(
      () => watchedOver(),
      // Private windows and old browsers have none: without a signal they do not open, but they work.
      (failure: unknown) => console.warn('This browser does not keep the app for later:', failure),
    )
  }
  startDevice()
}

/** Once the service worker sees this page's requests, what it fetches is kept. */
function watchedOver(): Promise<void> {
  if (navigator.serviceWorker.controller) return Promise.resolve()
  return new Promise((done) => {
    navigator.serviceWorker.addEventListener('controllerchange', () => done(), { once: true })
    setTimeout(done, MOST_WAIT_MS)
  })
}
