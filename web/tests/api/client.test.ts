import { describe, expect, it } from 'vitest'
import { anObservation } from '../testing/made'
import { Says, serve, unreached } from '../testing/server'
import { answer, api, Problem } from '../../src/api/client'

const sites = () => answer(api.GET('/api/sites'))

/** What went wrong, as the page is told of it. */
const problemOf = async (call: Promise<unknown>) => {
  const problem = await call.catch((e: unknown) => e)
  if (!(problem instanceof Problem)) throw new Error(`not refused: ${String(problem)}`)
  return problem
}

describe('an answer', () => {
  it('is its content', async () => {
    serve({ 'GET /api/sites': [{ id: 3 }] })
    expect(await sites()).toEqual([{ id: 3 }])
  })

  it('of nothing much is still an answer', async () => {
    serve({ 'GET /api/sites': [] })
    expect(await sites()).toEqual([])
  })
})

describe('a refusal', () => {
  it('says in words what is wrong, with its field', async () => {
    serve({ 'GET /api/sites': new Says(400, { detail: 'A site needs a name.', field: 'name' }) })
    const problem = await problemOf(sites())
    expect(problem).toMatchObject({
      message: 'A site needs a name.',
      status: 400,
      field: 'name',
      theirs: null,
    })
    expect(problem.unreached).toBe(false)
  })

  it('of a change made meanwhile brings what the other recorded', async () => {
    const theirs = anObservation({ recorder: 'J. Adeyemi' })
    serve({ 'GET /api/sites': new Says(409, { detail: 'Changed.', theirs }) })
    expect((await problemOf(sites())).theirs).toEqual(theirs)
  })

  it('without words still says what to do', async () => {
    serve({ 'GET /api/sites': new Says(500, {}) })
    const problem = await problemOf(sites())
    expect(problem.message).toBe('Garten did not answer as expected. Reload the page.')
    expect(problem.unreached).toBe(false)
  })
})

describe('a server that is not there', () => {
  it('is told apart from one that refuses, since trying again helps', async () => {
    serve({ 'GET /api/sites': unreached })
    const problem = await problemOf(sites())
    expect(problem).toMatchObject({ status: 0, unreached: true })
    expect(problem.message).toContain('What you typed is kept')
  })

  it.each([502, 503])('answers %d by way of another and is tried again too', async (status) => {
    serve({ 'GET /api/sites': new Says(status, {}) })
    expect((await problemOf(sites())).unreached).toBe(true)
  })

  it('is not what a person has stopped', async () => {
    const stop = new AbortController()
    serve({
      'GET /api/sites': () => {
        stop.abort()
        throw new DOMException('stopped', 'AbortError')
      },
    })
    await expect(answer(api.GET('/api/sites', { signal: stop.signal }))).rejects.toMatchObject({
      name: 'AbortError',
    })
  })
})
