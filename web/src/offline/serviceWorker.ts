/// <reference lib="webworker" />
// Answers for the server where that is away: with the page, its files and the core as they were built, all of one version.
import { clientsClaim } from 'workbox-core'
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { NetworkFirst } from 'workbox-strategies'
import { pictureFiles } from './pictureFiles'

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

// A picture never changes: where it lies here it is not asked for again, and one taken here is nowhere else yet. Its number
// is known only to a page that was told of it.
const picture = /^[/]api[/]photos[/]([0-9a-f-]{36})[/](thumbnail|file)$/
registerRoute(
  ({ url }) => picture.test(url.pathname),
  async ({ request, url }) => {
    const [, photo = '', which] = picture.exec(url.pathname) ?? []
    const small = which === 'thumbnail' ? await pictureFiles.small(photo) : null
    const here = small ?? (await pictureFiles.whole(photo))
    if (here) return new Response(here)
    const answered = await fetch(request).catch(() => null)
    if (answered?.ok) return answered
    const instead = await pictureFiles.small(photo)
    return instead ? new Response(instead) : (answered ?? Response.error())
  },
)

// A newer Garten waits until nobody is in the middle of something, or asks for it.
self.addEventListener('message', (event: ExtendableMessageEvent) => {
  if (event.data === 'take over') void self.skipWaiting()
})
