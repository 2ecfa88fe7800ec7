import createClient from 'openapi-fetch'
import type { paths } from './generated/schema'
import { missed, reached } from '../offline/keptAnswers'
import { outbox } from '../offline/outbox'
import type { ObservationView } from './types'

/** What stands between says that the server is not there. */
const notThere = [502, 503]

/** A refusal or fault, in words meant for the person at work. */
export class Problem extends Error {
  constructor(
    message: string,
    /** HTTP status; 0 when the server was not reached. */
    readonly status: number,
    /** The field of the request it is about; empty when none. */
    readonly field: string,
    /** What somebody else recorded in the meantime. */
    readonly theirs: ObservationView | null,
    /** The number of a change that did not get through; null for anything else. */
    readonly command: string | null = null,
  ) {
    super(message)
  }

  /** True when nothing reached the server, so that trying again is safe and useful. */
  get unreached() {
    return this.status === 0 || notThere.includes(this.status)
  }
}

export const api = createClient<paths>({ baseUrl: '/' })

const commandOf = (request: Request) => request.headers.get('Garten-Command')

/** Stands for the answer to a change that did not get through. */
const heldUp = (id: string) => new Response(null, { status: 503, headers: { 'Garten-Command': id } })

// Every change lies on this device from before it is sent until the server has answered; sending does not wait for that.
api.use({
  async onRequest({ request, schemaPath }) {
    const id = commandOf(request)
    const of = request.headers.get('Garten-Of')
    request.headers.delete('Garten-Of')
    // What was called off is tried once more only to find that out.
    if (id === null || request.signal.aborted) return
    const type = request.headers.get('Content-Type')
    const copy = request.clone()
    const { pathname, search } = new URL(request.url)
    void outbox.keep({
      id,
      of,
      method: request.method,
      address: pathname + search,
      pattern: schemaPath,
      type,
      content: type === null ? null : type.includes('json') ? await copy.text() : await copy.blob(),
      asked: request.headers.get('Garten-Asked') ?? new Date().toISOString(),
    })
    // It goes behind what waits already: the server makes changes in the order they were made.
    if (outbox.left().length > 0) return heldUp(id)
  },
  onResponse({ request, response }) {
    const id = commandOf(request)
    if (id === null || response.headers.has('Garten-Command')) return
    if (notThere.includes(response.status)) return heldUp(id)
    // Who has to come in first finds it waiting then. Any other refusal is shown where the change was made, and what was
    // typed is still there.
    void (response.status === 401 ? outbox.leave(id) : outbox.done(id))
  },
  onError({ request }) {
    const id = commandOf(request)
    if (id !== null && !request.signal.aborted) return heldUp(id)
  },
})

interface ProblemBody {
  detail?: string
  field?: string
  theirs?: ObservationView | null
}

const awayNow = (command: string | null = null) =>
  new Problem(
    'Garten is not reached just now. What you typed is kept; it is tried again by itself.',
    0,
    '',
    null,
    command,
  )

/** Waits for an answer of the API and gives its content, or throws a Problem; what was stopped throws an AbortError. */
export async function answer<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let result
  try {
    result = await call
  } catch (e) {
    // Who stopped it knows: it is neither told nor tried again.
    if (e instanceof Error && e.name === 'AbortError') throw e
    missed()
    throw awayNow()
  }
  const command = result.response.headers.get('Garten-Command')
  if (command !== null) {
    missed()
    throw awayNow(command)
  }
  if (notThere.includes(result.response.status)) missed()
  else reached()
  if (result.data !== undefined) return result.data
  const body = (result.error ?? {}) as ProblemBody
  throw new Problem(
    body.detail ?? 'Garten did not answer as expected. Reload the page.',
    result.response.status,
    body.field ?? '',
    body.theirs ?? null,
  )
}
