import type { QueryClient, QueryKey } from '@tanstack/react-query'
import { askHere } from '../engine/engine'
import { lastHeard, tellHeard, type Adding } from '../offline/keptAnswers'
import type { WaitingChange } from '../offline/database'
import { outbox } from '../offline/outbox'
import { dayHere } from '../offline/clock'
import { Problem } from './client'
import { operations } from './generated/operations'
import { keys } from './keys'
import { asked } from './sheet'
import type { PlantSheet, PlantTag, SentSheet, Session, Site, WaitingAnswer } from './types'

/** The parts of an address by the names they have in its pattern, and what it asks after them. */
export function partsOf(pattern: string, address: string) {
  const [path = '', query = ''] = address.split('?')
  const values = path.split('/')
  const parts = pattern
    .split('/')
    .flatMap((name, i) =>
      name.startsWith('{') ? [[name.slice(1, -1), decodeURIComponent(values[i] ?? '')]] : [],
    )
  return Object.fromEntries([...parts, ...new URLSearchParams(query)]) as Record<string, string>
}

const content = (c: WaitingChange): unknown =>
  typeof c.content === 'string' && c.content !== '' ? JSON.parse(c.content) : null

/** The plant a change is of, also one that it adds; null where it is of none. */
export function plantOf(c: WaitingChange) {
  if (operations[`${c.method} ${c.pattern}`] === 'takePlant') return (content(c) as { id: string }).id
  return partsOf(c.pattern, c.address).plant ?? null
}

/** Changes as the core reads them. */
const toCore = (c: WaitingChange) => ({
  id: c.id,
  name: operations[`${c.method} ${c.pattern}`] ?? '',
  at: partsOf(c.pattern, c.address),
  content: content(c),
  asked: c.asked,
})

/** What this device knows without asking anybody: from the page, or as it was last heard. */
const known = async <T>(client: QueryClient, key: QueryKey) =>
  client.getQueryData<T>(key) ?? ((await lastHeard(key))?.content as T | undefined)

/** A sheet with what waits on its plant, as the core makes it; null where there is no such plant, or no core here. */
async function sheetWith(client: QueryClient, plant: string, sheet: SentSheet | null) {
  await outbox.ready()
  const changes = outbox.left().filter((c) => typeof c.content !== 'object' || c.content === null)
  const own = changes.filter((c) => plantOf(c) === plant)
  if (own.length === 0) return null
  const session = await known<Session>(client, keys.session)
  if (!session?.person) return null
  return askHere('waiting', {
    sheet,
    changes: own.map(toCore),
    who: {
      person: session.person.id,
      name: session.person.name,
      today: dayHere(session.today),
      yardsticks: (await known<[]>(client, keys.yardsticks)) ?? [],
    },
    sites: (await known<Site[]>(client, keys.sites)) ?? [],
  }).catch(() => null)
}

/** The plant of a key that asks for a sheet; null for any other key. */
const sheetKey = (key: QueryKey) => (key[0] === 'plant' && key.length === 2 ? String(key[1]) : null)

async function listWith(client: QueryClient, list: PlantTag[] | null) {
  await outbox.ready()
  const plants = new Set(outbox.left().flatMap((c) => plantOf(c) ?? []))
  if (plants.size === 0) return list
  const rows = new Map((list ?? []).map((p) => [p.id, p]))
  for (const plant of plants) {
    const sheet = (await lastHeard(keys.plant(plant)))?.content as PlantSheet | undefined
    const listed = (await sheetWith(client, plant, sheet ?? null))?.listed
    if (listed) rows.set(plant, listed)
  }
  return [...rows.values()]
}

/** Adds to sheets, and to the list of plants, what waits on this device. */
export const withWaiting =
  (client: QueryClient): Adding =>
  async (key, answer, heard) => {
    const plant = sheetKey(key)
    if (plant !== null) {
      const after = await sheetWith(client, plant, answer as PlantSheet | null)
      return after?.sheet ? asked(after.sheet) : answer
    }
    if (key[0] === 'plants' && key.length === 1) return listWith(client, answer as PlantTag[] | null)
    // A device that was away for a night goes on in the morning.
    if (key[0] === 'session' && !heard && answer !== null)
      return { ...(answer as Session), today: dayHere((answer as Session).today) }
    return answer
  }

/**
 * Goes on with a change that did not get through: it lies here and is sent by itself, and the sheet shows what the core
 * makes of it. Gives the sheet, or throws what stands against the change, as the server would.
 */
export async function goOn(client: QueryClient, fault: unknown): Promise<PlantSheet> {
  if (!(fault instanceof Problem && fault.command !== null)) throw fault
  const id = fault.command
  const change = outbox.all().find((c) => c.id === id)
  const plant = change && plantOf(change)
  if (!plant || !(await outbox.leave(id))) throw fault
  const key = keys.plant(plant)
  const base = (await lastHeard(key))?.content as PlantSheet | undefined
  const after: WaitingAnswer | null = await sheetWith(client, plant, base ?? null)
  const made = after?.changes.find((c) => c.id === id)
  if (made?.why) {
    await outbox.done(id)
    throw new Problem(made.why, made.field === 'replaces' ? 409 : 422, made.field, null)
  }
  const now = client.getQueryData<PlantSheet>(key)
  const sheet = after?.sheet ? asked(after.sheet) : now
  if (!sheet) throw fault
  tellHeard(key, false)
  const { listed } = after ?? {}
  if (listed) {
    tellHeard(keys.plants, false)
    client.setQueryData<PlantTag[]>(keys.plants, (all) => {
      const at = all?.findIndex((p) => p.id === plant) ?? -1
      return at < 0 ? [...(all ?? []), listed] : all?.with(at, listed)
    })
  }
  return sheet
}
