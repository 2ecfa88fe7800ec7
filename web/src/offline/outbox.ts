import type { ObservationView } from '../api/types'
import { newId } from '../api/newId'
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
export type ChangeSent = Omit<WaitingChange, 'number' | 'person' | 'page' | 'refused' | 'theirs'>

/** How keeping stands: kept, or why it could not be. */
export type Keeping = { kept: true } | { kept: false; why: string }

const keeping = new Map<string, Promise<Keeping>>()
let person: string | null = null
let all: readonly WaitingChange[] = []
let left: readonly WaitingChange[] = []
let failed: string | null = null
/** The first reading of what waits of this person. */
let first: Promise<void> | null = null
const watchers = new Set<() => void>()
const tell = () => {
  for (const w of watchers) w()
}

function become(changes: readonly WaitingChange[]) {
  all = changes
  left = changes.filter((c) => c.page !== page && c.refused === null)
  tell()
}

async function read() {
  if (person === null) become([])
  else become(await (await database()).changes.where('person').equals(person).sortBy('number'))
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
  /** What this page does not send itself, in order: it was left behind, and waits for the server. */
  left: () => left,
  /** Why the last change could not be kept here; null where it was. */
  failed: () => failed,

  /** Whose changes these are; null while nobody has come in. */
  whose: () => person,

  /** Changes are those of one person; another one's are neither shown nor sent. */
  of: (who: string | null) => {
    if (who === person) return
    person = who
    first = null
    become([])
  },

  /** Once it is known what waits; where the browser keeps nothing, nothing does. */
  ready: () => (first ??= read().catch(() => undefined)),

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

  /** Leaves a change to whoever sends what was left behind; tells whether it lies here for that. */
  leave: async (id: string): Promise<boolean> => {
    await keeping.get(id)
    const left = await database()
      .then((d) => d.changes.where('id').equals(id).modify({ page: '' }))
      .catch(() => 0)
    await read().catch(() => undefined)
    return left > 0
  },

  /** Puts a refused feature in the place of what somebody else recorded: a change of its own, from what stands now. */
  insist: async (id: string) => {
    const d = await database()
    const change = await d.changes.where('id').equals(id).first()
    if (!change) return
    const expected = change.theirs?.revision ?? null
    const content =
      typeof change.content === 'string' && change.content !== ''
        ? JSON.stringify({ ...(JSON.parse(change.content) as object), expected })
        : change.content
    await d.changes.update(change.number ?? -1, {
      id: newId(),
      content,
      address: change.address.replace(/expected=-?\d+/, `expected=${expected ?? 0}`),
      refused: null,
      theirs: null,
      page: '',
    })
    await read()
  },

  /** Asks for a refused change to be sent once more. */
  again: async (id: string) => {
    await (await database()).changes.where('id').equals(id).modify({ refused: null, theirs: null, page: '' })
    await read()
  },
}

/** How long the oldest of some changes has waited, in milliseconds by this device's clock; null for none. */
export const waitedFor = (changes: readonly WaitingChange[]) =>
  changes.length === 0 ? null : Math.max(0, Date.now() - Math.min(...changes.map((c) => Date.parse(c.asked))))

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

/** Most changes sent in one request, and most characters of them. */
const most = { changes: 25, characters: 200_000 }

interface Answered {
  id: string
  status: number
  /** Why it was not taken; null where it was. */
  detail: string | null
  theirs: ObservationView | null
}

/** Changes in their order, as many in one request as it bears; a picture goes alone. */
function bundled(changes: readonly WaitingChange[]) {
  const bundles: WaitingChange[][] = []
  let room = 0
  for (const c of changes) {
    const size = c.content instanceof Blob ? Infinity : (c.content?.length ?? 0)
    const last = bundles.at(-1)
    if (last && last.length < most.changes && size <= room) last.push(c)
    else {
      bundles.push([c])
      room = most.characters
    }
    room -= size
  }
  return bundles
}

async function sendAlone(c: WaitingChange): Promise<Answered[]> {
  const headers = new Headers({ 'Garten-Command': c.id, 'Garten-Asked': c.asked })
  if (c.type) headers.set('Content-Type', c.type)
  const response = await fetch(c.address, { method: c.method, headers, body: c.content })
  const said = response.ok
    ? {}
    : ((await response.json().catch(() => ({}))) as { detail?: string; theirs?: ObservationView })
  return [{ id: c.id, status: response.status, detail: said.detail ?? null, theirs: said.theirs ?? null }]
}

/** Sends changes in one request. What has no answer comes after one that did not get through. */
async function sendTogether(changes: readonly WaitingChange[]): Promise<Answered[]> {
  const response = await fetch('/api/commands', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(
      changes.map(({ id, asked, method, address, type, content }) => ({
        id,
        asked,
        method,
        address,
        type,
        content,
      })),
    ),
  })
  if (!response.ok) return [{ id: changes[0]?.id ?? '', status: response.status, detail: null, theirs: null }]
  return (await response.json()) as Answered[]
}

const nothing: Sending = { sent: 0, refused: 0, left: false }

/**
 * Sends what pages that are gone left behind, in order, several in a request; one tab at a time does so. A change that is
 * refused stays with the reason, and what comes after it goes on: each stands on its own revision, and the server says
 * where it cannot.
 */
export async function sendLeft(): Promise<Sending> {
  if (!locks || person === null) return nothing
  return locks.request('garten-sending', { ifAvailable: true }, async (lock) => {
    if (!lock) return nothing
    const open = await openPages()
    const d = await database()
    await read()
    const result = { ...nothing }
    const behind = all.filter((c) => c.refused === null && c.page !== page)
    if (behind.length === 0) return result
    // Nobody's changes go out under another's name.
    if ((await whoIsThere()) !== person) return { ...nothing, left: true }
    // Another page is at some, or is just going away: they are looked at once more.
    const free = behind.filter((c) => !open.has(lockOf(c.page)))
    result.left = free.length < behind.length
    for (const bundle of bundled(free)) {
      const [first] = bundle
      const answers = await (bundle.length === 1 && first ? sendAlone(first) : sendTogether(bundle)).catch(
        () => [] as Answered[],
      )
      for (const { id, status, detail, theirs } of answers) {
        if (status === 401 || status >= 500) break
        const change = d.changes.where('id').equals(id)
        if (status < 400) {
          await change.delete()
          keeping.delete(id)
          result.sent++
        } else {
          await change.modify({ refused: detail ?? `Garten answered ${status}`, theirs })
          result.refused++
        }
      }
      await read()
      if (bundle.some((c) => all.some((x) => x.id === c.id && x.refused === null))) {
        result.left = true
        break
      }
    }
    return result
  })
}
