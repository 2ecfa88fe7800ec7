const database = () => import('./database').then((m) => m.database)

/** How many changes wait on this device, of whomever. */
export const waitingOfAll = async () => (await database()).changes.count()

/** Takes everything of Garten off this device: answers, changes that wait, the page itself and what was chosen here. */
export async function wipe() {
  await (await database()).delete()
  for (const name of (await globalThis.caches?.keys()) ?? []) await caches.delete(name)
  for (const installed of (await navigator.serviceWorker?.getRegistrations()) ?? [])
    await installed.unregister()
  localStorage.clear()
  sessionStorage.clear()
}
