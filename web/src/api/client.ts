import createClient from 'openapi-fetch'
import type { paths } from './generated/schema'
import type { ObservationView } from './types'

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
  ) {
    super(message)
  }

  /** True when nothing reached the server, so that trying again is safe and useful. */
  get unreached() {
    return this.status === 0 || this.status === 502 || this.status === 503
  }
}

export const api = createClient<paths>({ baseUrl: '/' })

interface ProblemBody {
  detail?: string
  field?: string
  theirs?: ObservationView | null
}

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
    throw new Problem(
      'Garten is not reached just now. What you typed is kept; it is tried again by itself.',
      0,
      '',
      null,
    )
  }
  if (result.data !== undefined) return result.data
  const body = (result.error ?? {}) as ProblemBody
  throw new Problem(
    body.detail ?? 'Garten did not answer as expected. Reload the page.',
    result.response.status,
    body.field ?? '',
    body.theirs ?? null,
  )
}
