import type { WaitingChange } from './database'

/**
 * Keeps every change on this device from before it is sent until the server has answered, so that a closed tab, a reload
 * or an empty battery loses none: `outbox.keep(change)`, and `outbox.done(id)` once there is an answer.
 *
 * The page that makes a change sends it itself, as long as it is open. What pages left behind is sent by `sendLeft`, in
 * order; the server makes a command once, however often it comes.
 */
const database = () => import('./database').then((m) => m.database)

/** This page, as others see it: while its lock is held, it looks after its own changes. */
const page = crypto.randomUUID()
const lockOf = (of: string) => `garten-page-${of}`
const locks = globalThis.navigator?.locks

if (locks) void locks.request(lockOf(page), () => new Promise<never>(() => undefined))

/** A change as it is sent, before anybody keeps it. */
export type ChangeSent = Omit<WaitingChange, 'number' | 'person' | 'page' | 'refused'>

/** How keeping stands: kept, or why it could not be. */
export type Keeping = { kept: true } | { kept: false; why: string }

const keeping = new Map<string, Promise<Keeping>>()
let person: string | null = null
let all: readonly WaitingChange[] = []
let failed: string | null = null
const watchers = new Set<() => void>()
const tell = () => {
  for (const w of watchers) w()
}

async function read() {
  if (person === null) all = []
  else all = await (await database()).changes.where('person').equals(person).sortBy('number')
  tell()
}

const why = (fault: unknown) =>
  fault instanceof Error && fault.name.includes('Quota')
    ? 'This device has no room left'
    : 'This browser keeps nothing'

export const outbox = {
  watch: (watcher: () => void) => {
    watchers.add(watcher)
    return () => watchers.delete(watcher)
  },
  /** What this person has waiting here, in the order it is sent. */
  all: () => all,
  /** Why the last change could not be kept here; null where it was. */
  failed: () => failed,

  /** Changes are those of one person; another one's are neither shown nor sent. */
  of: (who: string | null) => {
    if (who !== person) all = []
    person = who
  },

  /** Reads what waits; where the browser keeps nothing, nothing does. */
  look: () => read().catch(() => undefined),

  /** Keeps a change before it is sent. Never rejects: what cannot be kept is sent all the same. */
  keep: (change: ChangeSent): Promise<Keeping> => {
    const who = person
    if (who === null) return Promise.resolve({ kept: false, why: 'Nobody has come in' })
    const there = keeping.get(change.id)
    if (there) return there
    const kept = database()
      .then((d) => d.changes.put({ ...change, person: who, page, refused: null }))
      .then(
        (): Keeping => {
          failed = null
          return { kept: true }
        },
        (fault: unknown): Keeping => {
          failed = why(fault)
          return { kept: false, why: failed }
        },
      )
    keeping.set(change.id, kept)
    void kept.then(() => read().catch(() => undefined))
    return kept
  },

  /** Lets go of a change that the server has answered, or that its maker dropped. */
  done: async (id: string) => {
    await keeping.get(id)
    keeping.delete(id)
    await database()
      .then((d) => d.changes.where('id').equals(id).delete())
      .catch(() => undefined)
    await read().catch(() => undefined)
  },

  /** Takes changes in from a file, behind those that wait already; those known by their number stay as they are. */
  bringIn: async (changes: readonly Omit<WaitingChange, 'number' | 'person' | 'page'>[]) => {
    const who = person
    if (who === null) return 0
    const d = await database()
    const known = new Set((await d.changes.toArray()).map((c) => c.id))
    const fresh = changes.filter((c) => !known.has(c.id))
    await d.changes.bulkPut(fresh.map((c) => ({ ...c, person: who, page: '' })))
    await read()
    return fresh.length
  },

  /** Leaves a change to whoever sends what was left behind. */
  leave: async (id: string) => {
    await keeping.get(id)
    await database()
      .then((d) => d.changes.where('id').equals(id).modify({ page: '' }))
      .catch(() => undefined)
    await read().catch(() => undefined)
  },

  /** Asks for a refused change to be sent once more. */
  again: async (id: string) => {
    await (await database()).changes.where('id').equals(id).modify({ refused: null, page: '' })
    await read()
  },
}

/** What became of sending. */
export interface Sending {
  sent: number
  refused: number
  /** True where some are left: the server was not reached, asks to come in first, or another page is at them. */
  left: boolean
}

/** The pages that are open now, this one too. */
async function openPages() {
  const { held = [] } = await locks.query()
  return new Set(held.map((l) => l.name))
}

/** Who is at work by the server's word: in another page somebody else may have come in meanwhile. */
async function whoIsThere() {
  const response = await fetch('/api/session', { cache: 'no-store' }).catch(() => null)
  if (!response?.ok) return null
  return ((await response.json()) as { person: { id: string } | null }).person?.id ?? null
}

async function refusalOf(response: Response) {
  const said = (await response.json().catch(() => ({}))) as { detail?: string }
  return said.detail ?? `Garten answered ${response.status}`
}

const nothing: Sending = { sent: 0, refused: 0, left: false }

/**
 * Sends what pages that are gone left behind, one after another; one tab at a time does so. A change that is refused stays
 * with the reason, and what comes after it goes on: each stands on its own revision, and the server says where it cannot.
 */
export async function sendLeft(): Promise<Sending> {
  if (!locks || person === null) return nothing
  return locks.request('garten-sending', { ifAvailable: true }, async (lock) => {
    if (!lock) return nothing
    const open = await openPages()
    const d = await database()
    await read()
    const result = { ...nothing }
    if (all.length === 0) return result
    // Nobody's changes go out under another's name.
    if ((await whoIsThere()) !== person) return { ...nothing, left: true }
    for (const c of all) {
      if (c.refused !== null || c.page === page) continue
      if (open.has(lockOf(c.page))) {
        // Another page is at it, or is just going away: it is looked at once more.
        result.left = true
        continue
      }
      const headers = new Headers({ 'Garten-Command': c.id, 'Garten-Asked': c.asked })
      if (c.type) headers.set('Content-Type', c.type)
      const response = await fetch(c.address, { method: c.method, headers, body: c.content }).catch(
        () => null,
      )
      if (!response || response.status === 401 || response.status >= 500) {
        result.left = true
        break
      }
      if (response.ok) {
        await d.changes.delete(c.number ?? -1)
        result.sent++
      } else {
        await d.changes.update(c.number ?? -1, { refused: await refusalOf(response) })
        result.refused++
      }
      await read()
    }
    return result
  })
}
