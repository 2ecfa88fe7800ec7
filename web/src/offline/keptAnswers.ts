import { hashKey, type QueryClient, type QueryFunctionContext, type QueryKey } from '@tanstack/react-query'
import { whenQuiet } from '../kit/whenQuiet'
import { outbox } from './outbox'
import { picturesHere } from './picturesHere'

/** Who is at work on this device, and what they may see; nobody's answers are shown to anybody else. */
interface Whose {
  person: string
  rights: string
}

interface Entered {
  person: { id: string } | null
  role: string | null
  seesSensitive: boolean
}

const database = () => import('./database').then((m) => m.database)

/** The session is asked before it is known who is there, and so kept for the device. */
const device: Whose = { person: '', rights: '' }
let whose: Whose | null = null

/** When the server was last found away, in milliseconds since 1970; null while it answers. */
let away: number | null = null
/** The oldest answer shown meanwhile. */
let oldest: number | null = null
const watchers = new Set<() => void>()

export const kept = {
  watch: (watcher: () => void) => {
    watchers.add(watcher)
    return () => watchers.delete(watcher)
  },
  /** Since when the server is away; null while it answers. */
  away: () => away,
  /** When the oldest answer that is shown was heard; null where none is. */
  oldest: () => oldest,
}

function become(next: number | null, shown: number | null) {
  if (next === away && shown === oldest) return
  away = next
  oldest = shown
  for (const w of watchers) w()
}

/** Said by whoever reached the server. */
export const reached = () => become(null, null)

/** Said by whoever did not. */
export const missed = () => become(away ?? Date.now(), oldest)

const isSession = (key: QueryKey) => key[0] === 'session'
/** What is worked out here anyway, or belongs to the page alone. */
const passing = new Set(['bench', 'choices', 'request', 'number tile', 'marks', 'photo measures', 'standing'])

const ownerOf = (key: QueryKey) => (isSession(key) ? device : passing.has(String(key[0])) ? null : whose)

/** Whoever has come in now; where their rights changed, what they were shown before goes. */
async function entered({ person, role, seesSensitive }: Entered) {
  const now = person && { person: person.id, rights: `${role} ${seesSensitive}` }
  const slot = `garten-rights:${now?.person}`
  whose = now
  outbox.of(now?.person ?? null)
  if (!now) return
  const before = localStorage.getItem(slot)
  localStorage.setItem(slot, now.rights)
  if (before === null || before === now.rights) return
  const d = await database()
  await d.answers.where('person').equals(now.person).delete()
  await picturesHere.packedGo(now.person)
}

const gathering = new Map<string, { person: string; question: string; content: unknown; at: number }>()
let soon = false

async function write() {
  soon = false
  const all = [...gathering.values()]
  gathering.clear()
  // A device without room, or a browser that keeps nothing, shows everything as long as the network is there.
  await database()
    .then((d) => d.answers.bulkPut(all))
    .catch(() => undefined)
}

/** Questions whose answer on the page is not the server's word as it stands: an older one, or one with changes that wait. */
const notHeard = new Set<string>()

/** Said where the answer of a question on the page is the server's again, or is not. */
export function tellHeard(key: QueryKey, heard: boolean) {
  if (heard) notHeard.delete(hashKey(key))
  else notHeard.add(hashKey(key))
}

/** Keeps every answer of the server, also one that came with a change, once nothing more is being asked. */
export function keepAnswers(client: QueryClient) {
  return client.getQueryCache().subscribe((event) => {
    if (event.type !== 'updated' || event.action.type !== 'success') return
    const { queryKey, state } = event.query
    if (isSession(queryKey)) void entered(state.data as Entered)
    const owner = ownerOf(queryKey)
    const question = hashKey(queryKey)
    if (!owner || state.data === undefined || notHeard.has(question)) return
    gathering.set(`${owner.person} ${question}`, {
      person: owner.person,
      question,
      content: state.data,
      at: state.dataUpdatedAt,
    })
    if (soon) return
    soon = true
    whenQuiet(client, () => void write())
  })
}

/** What this person was last answered, if this device kept that. */
export async function lastHeard(key: QueryKey) {
  const owner = ownerOf(key)
  const question = hashKey(key)
  if (!owner) return undefined
  const waits = gathering.get(`${owner.person} ${question}`)
  if (waits) return waits
  return database()
    .then((d) => d.answers.get({ person: owner.person, question }))
    .catch(() => undefined)
}

/** What the failing of a question says: there is no server, no such thing, or that it may not be. */
export type Failing = 'away' | 'missing' | 'refused'

/** Adds what waits on this device to an answer. What it leaves alone it gives back as it is; null for no answer. */
export type Adding = (key: QueryKey, answer: unknown, heard: boolean) => Promise<unknown>

/**
 * Asks the server, and where it is not reached gives what it last answered, if this device kept that; what waits here is
 * added to either. The page then says from when it is; a refusal of the server stays a refusal.
 */
export function orKept<K extends QueryKey>(
  failing: (fault: unknown) => Failing,
  adding: Adding = (_, answer) => Promise.resolve(answer),
) {
  return async <T>(ask: (of: QueryFunctionContext<K>) => T | Promise<T>, of: QueryFunctionContext<K>) => {
    const key = of.queryKey
    try {
      const heard = await ask(of)
      tellHeard(key, true)
      const shown = (await adding(key, heard, true)) as T
      if (shown !== heard) {
        await keepNow(key, heard)
        tellHeard(key, false)
      }
      return shown
    } catch (fault) {
      const how = failing(fault)
      if (how === 'refused') throw fault
      const found = how === 'away' ? await lastHeard(key) : undefined
      const shown = await adding(key, found?.content ?? null, false)
      if (shown === null) throw fault
      tellHeard(key, false)
      if (found) become(away ?? Date.now(), Math.min(oldest ?? found.at, found.at))
      return shown as T
    }
  }
}

/** Keeps an answer as the server gave it, where the page shows another. */
async function keepNow(key: QueryKey, content: unknown) {
  const owner = ownerOf(key)
  if (!owner) return
  await database()
    .then((d) => d.answers.put({ person: owner.person, question: hashKey(key), content, at: Date.now() }))
    .catch(() => undefined)
}
