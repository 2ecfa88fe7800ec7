import { type ComponentType, lazy } from 'react'

/** The file of a view is gone for good: the server was given a newer Garten while the page was open. */
export class Renewed extends Error {
  constructor() {
    super('This page belongs to an earlier Garten than the server now runs.')
  }
}

/** What is waited before a file is asked for again, in milliseconds: more each time, up to the longest. */
const pause = (n: number) => Math.min(400 * 2 ** n, 4000)

/** How often a file may fail while the server answers before it is taken to be gone. */
const patience = 3

const reached = () =>
  fetch('/', { method: 'HEAD', cache: 'no-store' }).then(
    (r) => r.ok,
    () => false,
  )

async function fetched<T>(load: () => Promise<T>): Promise<T> {
  for (let n = 0, gone = 0; ; n++) {
    try {
      return await load()
    } catch {
      gone = (await reached()) ? gone + 1 : 0
      if (gone >= patience) throw new Renewed()
      await new Promise((go) => setTimeout(go, pause(n)))
    }
  }
}

/**
 * A part of a view whose file comes only when it is shown, or before, when it is asked for ahead:
 *
 *     const MapPage = later(() => import('./map/MapPage').then((m) => m.MapPage))
 *     MapPage.ahead()
 *
 * A network that is away only delays it: unlike a bare `lazy`, which keeps its first failure for good, it goes on trying.
 * It needs a Suspense above it.
 */
export function later<P extends object>(load: () => Promise<ComponentType<P>>) {
  let coming: Promise<{ default: ComponentType<P> }> | null = null
  const ahead = () => {
    if (!coming) {
      coming = fetched(load).then((part) => ({ default: part }))
      // Whoever shows the part is told that it is gone; who only asked ahead has nothing to say about it.
      coming.catch(() => undefined)
    }
    return coming
  }
  return Object.assign(lazy(ahead), { ahead })
}
