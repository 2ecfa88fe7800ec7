/// <reference lib="webworker" />
// Answers for the server where that is away: with the page, its files and the core as they were built, all of one version.
import { clientsClaim } from 'workbox-core'
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { NetworkFirst } from 'workbox-strategies'

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: { url: string; revision: string | null }[] }

precacheAndRoute(self.__WB_MANIFEST)
cleanupOutdatedCaches()
clientsClaim()

// The page is the one these files were built with. What is fetched by its address, a report or a backup, is no page.
registerRoute(new NavigationRoute(createHandlerBoundToURL('/'), { denylist: [/^[/]api[/]/] }))

// The core asks for its guide by itself; it has done so before this stood in between, and so it is fetched once more.
const guide = '/api/guide/tables'
const guideCache = 'garten-guide'
registerRoute(
  ({ url }) => url.pathname === guide,
  new NetworkFirst({ cacheName: guideCache, networkTimeoutSeconds: 5 }),
)
self.addEventListener('install', (event) => {
  event.waitUntil(caches.open(guideCache).then((cache) => cache.add(guide).catch(() => undefined)))
})

// A newer Garten waits until nobody is in the middle of something, or asks for it.
self.addEventListener('message', (event: ExtendableMessageEvent) => {
  if (event.data === 'take over') void self.skipWaiting()
})
