/** Whether this device can open Garten without a network, and whether a newer one waits to be taken. */
export type Installation = 'none' | 'ready' | 'newer'

// A page that the device itself gave is on it, before that is looked into.
let state: Installation = globalThis.navigator?.serviceWorker?.controller ? 'ready' : 'none'
let waiting: ServiceWorker | null = null
let taking = false
const watchers = new Set<() => void>()

function become(next: Installation) {
  state = next
  document.documentElement.dataset.offline = next
  for (const w of watchers) w()
}

export const installation = {
  watch: (watcher: () => void) => {
    watchers.add(watcher)
    return () => watchers.delete(watcher)
  },
  state: () => state,
  /** Takes the newer Garten; the page comes anew. */
  take: () => {
    taking = true
    waiting?.postMessage('take over')
  },
}

function follow(worker: ServiceWorker | null) {
  worker?.addEventListener('statechange', () => {
    if (worker.state === 'activated') become('ready')
    // The first one takes over by itself; a later one waits while a page of the one before is open.
    if (worker.state === 'installed' && navigator.serviceWorker.controller) offer(worker)
  })
}

function offer(worker: ServiceWorker) {
  waiting = worker
  become('newer')
}

/** Puts Garten on this device, so that it opens without a network; nothing of the page waits for it. */
export async function install() {
  if (!('serviceWorker' in navigator)) return
  navigator.serviceWorker.addEventListener('controllerchange', () => {
    // Another page that is open may be in the middle of an entry: it stays until it is loaded anew.
    if (taking) window.location.reload()
  })
  try {
    const registration = await navigator.serviceWorker.register('/serviceWorker.js')
    if (registration.waiting) offer(registration.waiting)
    else if (registration.active) become('ready')
    follow(registration.installing)
    registration.addEventListener('updatefound', () => follow(registration.installing))
  } catch {
    // Where the browser refuses, Garten works as long as the network is there.
  }
}
