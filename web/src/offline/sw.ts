/// <reference lib="webworker" />
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { CacheFirst } from 'workbox-strategies'

/** Opens the app without a signal. What is asked of the server goes to the server: the app itself keeps what it needs of that. */

declare const self: ServiceWorkerGlobalScope

const CORE = 'core'
/** A signal that is so weak is none. */
const MOST_WAIT_MS = 3000

precacheAndRoute(__OFFLINE_FILES__)
cleanupOutdatedCaches()

/** The newest page that can be had; each names the files that belong to it. */
registerRoute(
  new NavigationRoute(
    async ({ request }) => {
      const kept = await matchPrecache('/index.html')
      try {
        const fetched = await fetch(request, { signal: AbortSignal.timeout(MOST_WAIT_MS) })
        return fetched.ok || !kept ? fetched : kept
      } catch (failure) {
        if (kept) return kept
        throw failure
      }
    },
    { denylist: [/^\/api\//, /^\/health\//, /^\/openapi\.json/] },
  ),
)

registerRoute(
  ({ url }) => url.origin === self.location.origin && url.pathname.startsWith('/core/'),
  new CacheFirst({ cacheName: CORE, matchOptions: { ignoreVary: true } }),
)

/** Earlier builds of Core are let go. */
async function dropOldCore(): Promise<void> {
  const cache = await caches.open(CORE)
  for (const request of await cache.keys())
    if (!new URL(request.url).pathname.startsWith(__CORE__)) await cache.delete(request)
}

self.addEventListener('activate', (event) =>
  event.waitUntil(Promise.all([self.clients.claim(), dropOldCore()])),
)
