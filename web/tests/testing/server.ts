/** A request the page made. */
export interface Asked {
  method: string
  /** Path and query, as "/api/plants?site=3". */
  path: string
  /** What was sent, read as JSON where it is; undefined for nothing. */
  body: unknown
  /** The number a change was sent under; null for none. */
  command: string | null
  /** Told when the page gives the request up. */
  signal: AbortSignal
}

type Answer = unknown
type Answerer = (asked: Asked) => Answer | Promise<Answer>

/** An answer with a status of its own: a refusal, or nothing at all. */
export class Says {
  constructor(
    readonly status: number,
    readonly body: unknown = {},
  ) {}
}

/** An answer of long work: a line for each thing said. */
export class Lines {
  constructor(readonly lines: object[]) {}
}

/** What a request gets that does not reach the server. */
export const unreached = Symbol('unreached')

/** The time a server takes to think. */
export const aMoment = () => new Promise((resolve) => setTimeout(resolve, 60))

const read = (text: string): unknown => {
  if (text === '') return undefined
  try {
    return JSON.parse(text)
  } catch {
    return text
  }
}

const nobody = (request: Request): Promise<Response> =>
  Promise.reject(new Error(`Nobody serves ${request.url}`))
let answering = nobody

/** Where all requests of the page go; set up before any part of the page is loaded, since the client keeps hold of it. */
export const stubbedFetch = (input: RequestInfo | URL, init?: RequestInit) =>
  answering(input instanceof Request ? input : new StubbedRequest(input, init))

/** A request that knows the page it comes from, as those of a browser do. */
export class StubbedRequest extends Request {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(typeof input === 'string' ? new URL(input, location.href) : input, init)
  }
}

/** What was asked that a test knew nothing of. */
const unexpected: string[] = []

/** Nobody answers any more; gives what was asked without being foreseen. */
export function stopServing() {
  answering = nobody
  return unexpected.splice(0)
}

/**
 * Stands in for the server: answers by method and path, notes what was asked, and refuses loudly what it was not told of.
 * A path ends at its "?": `"GET /api/sites": sites`, `"PUT /api/sites/3": (asked) => ({ ...asked.body, id: 3 })`.
 */
export function serve(answers: Record<string, Answer | Answerer>) {
  const asked: Asked[] = []
  answering = async (request) => {
    const url = new URL(request.url)
    const one: Asked = {
      method: request.method,
      path: url.pathname + url.search,
      body: read(await request.clone().text()),
      command: request.headers.get('Garten-Command'),
      signal: request.signal,
    }
    asked.push(one)
    const slot = `${one.method} ${url.pathname}`
    if (!(slot in answers)) {
      unexpected.push(slot)
      throw new Error(`Nobody answers ${slot}`)
    }
    const known = answers[slot]
    const answer = typeof known === 'function' ? await (known as Answerer)(one) : known
    if (answer === unreached) throw new TypeError('Failed to fetch')
    if (answer instanceof Lines)
      return new Response(answer.lines.map((l) => `${JSON.stringify(l)}\n`).join(''), {
        headers: { 'Content-Type': 'application/x-ndjson' },
      })
    if (answer instanceof Blob) return new Response(answer)
    const { status, body } = answer instanceof Says ? answer : { status: 200, body: answer }
    return new Response(status === 204 ? null : JSON.stringify(body), {
      status,
      headers: { 'Content-Type': status < 400 ? 'application/json' : 'application/problem+json' },
    })
  }
  return {
    asked,
    /** What was sent to one place, the first first. */
    sent: (slot: string) =>
      asked.filter((a) => `${a.method} ${a.path.split('?')[0]}` === slot).map((a) => a.body),
  }
}
