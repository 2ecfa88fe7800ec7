import { beforeEach, describe, expect, it } from 'vitest'
import { database } from '../../src/offline/database'
import type { ChangeSent } from '../../src/offline/outbox'
import { Says, serve, unreached } from '../testing/server'

/** The locks of a browser, as far as telling who is there asks for them. */
class StubbedLocks {
  held: { name: string }[] = []
  request(name: string, ...rest: unknown[]) {
    const act = rest.at(-1) as (lock: object) => Promise<unknown>
    if (name.startsWith('garten-page-')) this.held.push({ name })
    return act({ name })
  }
  query() {
    return Promise.resolve({ held: this.held })
  }
}

let locks = new StubbedLocks()
let times = 0

/** The outbox as a page that was just opened has it. */
async function opened(person: string | null = 'falk') {
  const address = `/src/offline/outbox.ts?opened=${times++}`
  const page = (await import(/* @vite-ignore */ address)) as typeof import('../../src/offline/outbox')
  page.outbox.of(person)
  await page.outbox.look()
  return page
}

/** The server says who is there before anything is sent. */
const session = (id: string) => ({ 'GET /api/session': { person: { id } } })
const sentTo = (server: ReturnType<typeof serve>) => server.asked.filter((a) => a.command !== null)

interface Sent {
  id: string
  address: string
  content: string
}

/** What came in one request. */
const together = (server: ReturnType<typeof serve>) =>
  server.asked.filter((a) => a.path === '/api/commands').map((a) => a.body as Sent[])

/** The server takes what comes together, each as it says, up to one it has no answer to. */
const takes = (says: (sent: Sent) => { status: number; detail?: string }) => ({
  'POST /api/commands': ({ body }: { body: unknown }) =>
    (body as Sent[]).map((sent) => ({ id: sent.id, detail: null, theirs: null, ...says(sent) })),
})

/** All pages are closed: nobody holds what they held. */
const closePages = () => (locks.held = [])

beforeEach(async () => {
  locks = new StubbedLocks()
  Object.defineProperty(navigator, 'locks', { value: locks, configurable: true })
  await database.changes.clear()
})

const change = (id: string, address = `/api/sites/${id}`): ChangeSent => ({
  id,
  method: 'PUT',
  address,
  pattern: '/api/sites/{id}',
  type: 'application/json',
  content: `{"name":"${id}"}`,
  asked: '2026-12-01T09:00:00Z',
})

const ids = (all: readonly { id: string }[]) => all.map((c) => c.id)

describe('a change', () => {
  it('lies on the device until the server has answered', async () => {
    const { outbox } = await opened()
    expect(await outbox.keep(change('1'))).toEqual({ kept: true })
    const { outbox: again } = await opened()
    expect(ids(again.all())).toEqual(['1'])
    await again.done('1')
    expect(again.all()).toEqual([])
  })

  it('tried once more is still one', async () => {
    const { outbox } = await opened()
    await outbox.keep(change('1'))
    await outbox.keep(change('1'))
    await outbox.look()
    expect(ids(outbox.all())).toEqual(['1'])
  })

  it('of another person is neither shown nor sent', async () => {
    const server = serve({})
    const { outbox } = await opened('falk')
    await outbox.keep(change('1'))
    closePages()
    const { outbox: other, sendLeft } = await opened('lindqvist')
    expect(other.all()).toEqual([])
    expect(await sendLeft()).toEqual({ sent: 0, refused: 0, left: false })
    expect(server.asked).toEqual([])
  })

  it('that cannot be kept says why, and is sent all the same', async () => {
    const { outbox } = await opened()
    const add = database.changes.put.bind(database.changes)
    database.changes.put = () =>
      Promise.reject(Object.assign(new Error('full'), { name: 'QuotaExceededError' })) as never
    expect(await outbox.keep(change('1'))).toEqual({ kept: false, why: 'This device has no room left' })
    expect(outbox.failed()).toBe('This device has no room left')
    database.changes.put = add
  })
})

describe('what a page left behind', () => {
  it('is sent in its order in one request, under the numbers it had', async () => {
    const { outbox } = await opened()
    for (const id of ['3', '1', '2']) await outbox.keep(change(id))
    closePages()
    const server = serve({ ...session('falk'), ...takes(() => ({ status: 200 })) })
    const { outbox: next, sendLeft } = await opened()
    expect(await sendLeft()).toEqual({ sent: 3, refused: 0, left: false })
    expect(together(server).map(ids)).toEqual([['3', '1', '2']])
    expect(together(server)[0]?.[0]).toMatchObject({ address: '/api/sites/3', content: '{"name":"3"}' })
    expect(next.all()).toEqual([])
  })

  it('is sent in as many requests as its size asks for', async () => {
    const { outbox } = await opened()
    for (let n = 0; n < 30; n++) await outbox.keep(change(`${n}`))
    await outbox.keep({ ...change('long'), content: 'x'.repeat(150_000) })
    await outbox.keep({ ...change('longer'), content: 'x'.repeat(150_000) })
    closePages()
    const server = serve({
      ...session('falk'),
      ...takes(() => ({ status: 200 })),
      'PUT /api/sites/longer': {},
    })
    const { sendLeft } = await opened()
    expect(await sendLeft()).toEqual({ sent: 32, refused: 0, left: false })
    expect(together(server).map((b) => b.length)).toEqual([25, 6])
    expect(sentTo(server).map((a) => a.command)).toEqual(['longer'])
  })

  it('is left alone while that page is open', async () => {
    const { outbox } = await opened()
    await outbox.keep(change('1'))
    serve(session('falk'))
    const { sendLeft } = await opened()
    expect(await sendLeft()).toEqual({ sent: 0, refused: 0, left: true })
  })

  it.each([
    ['is not reached', unreached],
    ['asks to come in first', new Says(401, {})],
    ['is not well', new Says(503, {})],
  ])('waits on when the server %s', async (_, says) => {
    const { outbox } = await opened()
    for (const id of ['1', '2']) await outbox.keep(change(id))
    closePages()
    const server = serve({ ...session('falk'), 'POST /api/commands': says })
    const { outbox: next, sendLeft } = await opened()
    expect(await sendLeft()).toEqual({ sent: 0, refused: 0, left: true })
    expect(ids(next.all())).toEqual(['1', '2'])
    expect(together(server)).toHaveLength(1)
  })

  it('stays with the reason when it is refused, what follows goes on, and it can be tried again', async () => {
    const { outbox } = await opened()
    for (const id of ['1', '2']) await outbox.keep(change(id))
    closePages()
    serve({
      ...session('falk'),
      ...takes(({ id }) => (id === '1' ? { status: 409, detail: 'Changed meanwhile.' } : { status: 200 })),
    })
    const { outbox: next, sendLeft } = await opened()
    expect(await sendLeft()).toEqual({ sent: 1, refused: 1, left: false })
    expect(next.all()).toMatchObject([{ id: '1', refused: 'Changed meanwhile.' }])
    expect(await sendLeft()).toEqual({ sent: 0, refused: 0, left: false })
    serve({ ...session('falk'), 'PUT /api/sites/1': {} })
    await next.again('1')
    expect(await sendLeft()).toEqual({ sent: 1, refused: 0, left: false })
    expect(next.all()).toEqual([])
  })

  it('goes no further than one the server had no answer to, and what it took is gone', async () => {
    const { outbox } = await opened()
    for (const id of ['1', '2', '3']) await outbox.keep(change(id))
    closePages()
    serve({
      ...session('falk'),
      'POST /api/commands': () => [
        { id: '1', status: 200, detail: null, theirs: null },
        { id: '2', status: 500, detail: 'A fault.', theirs: null },
      ],
    })
    const { outbox: next, sendLeft } = await opened()
    expect(await sendLeft()).toEqual({ sent: 1, refused: 0, left: true })
    expect(ids(next.all())).toEqual(['2', '3'])
  })
})

it('is never sent under the name of another who came in meanwhile in another page', async () => {
  const { outbox } = await opened('falk')
  await outbox.keep(change('1'))
  closePages()
  const server = serve(session('lindqvist'))
  const { outbox: next, sendLeft } = await opened('falk')
  expect(await sendLeft()).toEqual({ sent: 0, refused: 0, left: true })
  expect(sentTo(server)).toEqual([])
  expect(ids(next.all())).toEqual(['1'])
})

describe('changes from a file', () => {
  it('come behind what waits, and none of them twice', async () => {
    const { outbox } = await opened()
    await outbox.keep(change('1'))
    const brought = ['1', '2'].map((id) => ({ ...change(id), refused: null }))
    expect(await outbox.bringIn(brought)).toBe(1)
    expect(ids(outbox.all())).toEqual(['1', '2'])
  })
})
