import { QueryClient, type QueryKey } from '@tanstack/react-query'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { database } from '../../src/offline/database'
import { kept, keepAnswers, missed, orKept, reached } from '../../src/offline/keptAnswers'

const away = new Error('away')
const refused = new Error('refused')
let ask: () => Promise<unknown>

/** A page that was just opened: it knows nothing, and keeps what it hears. */
function opened() {
  const client = new QueryClient({
    defaultOptions: {
      queries: { retry: false, persister: orKept((e) => (e === away ? 'away' : 'refused')) },
    },
  })
  keepAnswers(client)
  return {
    client,
    ask: (queryKey: QueryKey) => client.fetchQuery({ queryKey, queryFn: () => ask() }),
  }
}

const session = (id: string, seesSensitive = true) => ({ person: { id }, role: 'surveyor', seesSensitive })

/** Comes in as somebody, and waits until what is heard is written. */
function comeIn(page: ReturnType<typeof opened>, who: object) {
  ask = () => Promise.resolve(who)
  return page.client.fetchQuery({ queryKey: ['session'], queryFn: () => ask() })
}
const stored = async () => (await database.answers.toArray()).map((a) => `${a.person} ${a.question}`)
const written = (what: string) =>
  vi.waitFor(async () => expect(await stored()).toContain(what), { timeout: 3000 })

beforeEach(async () => {
  await database.answers.clear()
  reached()
})

describe('an answer', () => {
  it('is kept, and given by a later page when the server is away', async () => {
    const one = opened()
    await comeIn(one, session('falk'))
    ask = () => Promise.resolve(new Map([['TF-031', 3]]))
    await one.ask(['plants'])
    await written('falk ["plants"]')
    const two = opened()
    ask = () => Promise.reject(away)
    expect(await two.ask(['session'])).toEqual(session('falk'))
    expect(await two.ask(['plants'])).toEqual(new Map([['TF-031', 3]]))
    expect(kept.oldest()).toBeLessThanOrEqual(Date.now())
  })

  it('that came with a change is kept as well', async () => {
    const page = opened()
    await comeIn(page, session('falk'))
    page.client.setQueryData(['plant', '1'], { tag: 'TF-031' })
    await written('falk ["plant","1"]')
  })

  it('is not put in place of a refusal', async () => {
    const page = opened()
    await comeIn(page, session('falk'))
    ask = () => Promise.resolve(1)
    await page.ask(['plants'])
    await written('falk ["plants"]')
    ask = () => Promise.reject(refused)
    await expect(opened().ask(['plants'])).rejects.toBe(refused)
  })

  it('of one person is not shown to another', async () => {
    const page = opened()
    await comeIn(page, session('falk'))
    ask = () => Promise.resolve(1)
    await page.ask(['plants'])
    await written('falk ["plants"]')
    const next = opened()
    await comeIn(next, session('lindqvist'))
    ask = () => Promise.reject(away)
    await expect(next.ask(['plants'])).rejects.toBe(away)
  })

  it('goes when the right to see it does', async () => {
    const page = opened()
    await comeIn(page, session('falk'))
    ask = () => Promise.resolve('the exact place')
    await page.ask(['plant', '1'])
    await written('falk ["plant","1"]')
    await comeIn(opened(), session('falk', false))
    await vi.waitFor(async () =>
      expect(await database.answers.where('person').equals('falk').count()).toBe(0),
    )
  })

  it('that is worked out on the spot is not kept', async () => {
    const page = opened()
    await comeIn(page, session('falk'))
    ask = () => Promise.resolve(1)
    await page.ask(['bench', 'names'])
    await page.ask(['plants'])
    await written('falk ["plants"]')
    expect((await stored()).filter((a) => a.includes('bench'))).toEqual([])
  })
})

it('tells when the server was missed first, and when it is there again', () => {
  const told = vi.fn()
  const end = kept.watch(told)
  missed()
  missed()
  expect(kept.away()).not.toBeNull()
  reached()
  expect(kept.away()).toBeNull()
  expect(told).toHaveBeenCalledTimes(2)
  end()
})
