import type { QueryClient, QueryKey } from '@tanstack/react-query'
import { dayHere } from '../offline/clock'
import type { WaitingChange } from '../offline/database'
import { lastHeard } from '../offline/keptAnswers'
import { outbox } from '../offline/outbox'
import { operations } from './generated/operations'
import { keys } from './keys'
import { Problem } from './client'
import type { ChangeShown, Session, Site } from './types'

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

/** What a change says, read; null where it says nothing beside its address, or is a picture. */
export const contentOf = (c: WaitingChange): unknown =>
  typeof c.content === 'string' && c.content !== '' ? JSON.parse(c.content) : null

/** A change as the core reads it. */
const toCore = (c: WaitingChange) => ({
  id: c.id,
  name: operations[`${c.method} ${c.pattern}`] ?? '',
  at: partsOf(c.pattern, c.address),
  sent: contentOf(c),
  asked: c.asked,
})

/** What this device knows without asking anybody: from the page, or as it was last heard. */
export const known = async <T>(client: QueryClient, key: QueryKey) =>
  client.getQueryData<T>(key) ?? ((await lastHeard(key))?.content as T | undefined)

/** What of one thing waits here, in order, and who is at work; null where nothing does, or nobody is. */
export async function waitingOf(client: QueryClient, isOf: (c: WaitingChange) => boolean) {
  await outbox.ready()
  const own = outbox.left().filter((c) => !(c.content instanceof Blob) && isOf(c))
  const session = own.length > 0 ? await known<Session>(client, keys.session) : null
  if (!session?.person) return null
  return {
    changes: own.map(toCore),
    who: {
      person: session.person.id,
      name: session.person.name,
      today: dayHere(session.today),
      yardsticks: (await known<[]>(client, keys.yardsticks)) ?? [],
    },
    sites: (await known<Site[]>(client, keys.sites)) ?? [],
  }
}

/** A change that did not get through, left to be sent later; throws the fault again where it is none, or is not kept here. */
export async function leftToWait(fault: unknown) {
  if (!(fault instanceof Problem && fault.command !== null)) throw fault
  const id = fault.command
  const left = await outbox.leave(id)
  const change = outbox.all().find((c) => c.id === id)
  if (!left || !change) throw fault
  return change
}

/** Throws what stands against a change, as the server would; it does not wait then. */
export async function refuseIf(id: string, shown: ChangeShown[] | undefined) {
  const made = shown?.find((c) => c.id === id)
  if (!made?.why) return
  await outbox.done(id)
  throw new Problem(made.why, made.field === 'replaces' ? 409 : 422, made.field, null)
}
