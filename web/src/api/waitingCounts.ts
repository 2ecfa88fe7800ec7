import type { QueryClient, QueryKey } from '@tanstack/react-query'
import { askHere } from '../engine/engine'
import type { WaitingChange } from '../offline/database'
import { lastHeard, tellHeard } from '../offline/keptAnswers'
import { outbox } from '../offline/outbox'
import { operations } from './generated/operations'
import { keys } from './keys'
import type { CountPage, CountView } from './types'
import { contentOf, known, leftToWait, partsOf, refuseIf, waitingOf } from './waitingCore'

/** The count a change is of, also one that it begins; null where it is of none. */
export function countOf(c: WaitingChange) {
  if (c.of) return c.of
  if (operations[`${c.method} ${c.pattern}`] === 'beginCount') return (contentOf(c) as { id: string }).id
  return c.pattern.startsWith('/api/counts/') ? (partsOf(c.pattern, c.address).sheet ?? null) : null
}

/** The key a count is kept under. */
const keyOf = (sheet: string) => [...keys.counts, sheet]

/** The count a key asks for; null for any other key. */
export const countKey = (key: QueryKey) =>
  key[0] === 'counts' && key.length === 2 && /^[0-9a-f-]{36}$/.test(String(key[1])) ? String(key[1]) : null

/** A count with what waits on it, as the core makes it; null where nothing does, or no core is here. */
export async function countWith(client: QueryClient, sheet: string, view: CountView | null) {
  const waiting = await waitingOf(client, (c) => countOf(c) === sheet)
  return waiting && askHere('count', { view, ...waiting }).catch(() => null)
}

/** The first page of counts with those begun here in front of it. */
export async function countsWith(client: QueryClient, pages: { pages: CountPage[] } | null, site: unknown) {
  await outbox.ready()
  const begun = outbox
    .left()
    .filter((c) => operations[`${c.method} ${c.pattern}`] === 'beginCount')
    .flatMap((c) => countOf(c) ?? [])
  const views = await Promise.all(begun.map((sheet) => countWith(client, sheet, null)))
  const own = views.flatMap((v) =>
    v?.view && (site === null || v.view.sheet.content.site === site) ? [v.view.sheet] : [],
  )
  if (own.length === 0) return pages
  const [first = { sheets: [], more: false }, ...others] = pages?.pages ?? []
  const fresh = own.filter((s) => first.sheets.every((x) => x.id !== s.id)).toReversed()
  return {
    pageParams: [{}],
    ...pages,
    pages: [{ ...first, sheets: [...fresh, ...first.sheets] }, ...others],
  }
}

/** What a typed line would be taken for by the core here; null where that is not known. */
export async function lineHere(client: QueryClient, sheet: string, text: string) {
  const { protocol } = (await known<CountView>(client, keyOf(sheet)))?.sheet.content ?? {}
  return protocol ? askHere('line', { protocol, text }).catch(() => null) : null
}

/** Goes on with a change of a count that did not get through, as `goOn` does with one of a plant. */
export async function goOnCounting(client: QueryClient, fault: unknown): Promise<CountView> {
  const change = await leftToWait(fault)
  const sheet = countOf(change)
  if (!sheet) throw fault
  const key = keyOf(sheet)
  const base = (await lastHeard(key))?.content as CountView | undefined
  const after = await countWith(client, sheet, base ?? null)
  await refuseIf(change.id, after?.changes)
  const view = after?.view ?? client.getQueryData<CountView>(key)
  if (!view) throw fault
  tellHeard(key, false)
  return view
}
