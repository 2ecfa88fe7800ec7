/// <reference lib="webworker" />
// The core compiled for the browser, in a worker of its own so that no answer ever holds up the page.

/** A question, or a picture to look at: three bytes a pixel, row after row. */
export type EngineQuestion =
  | { id: number; kind: string; question: string }
  | { id: number; look: { width: number; height: number; rgb: Uint8Array } }

export type EngineMessage =
  { id: number; answer: string } | { id: number; fault: string } | { ready: true } | { broken: string }

interface Engine {
  Open: (tables: string) => void
  Warm: () => void
  Ask: (kind: string, question: string) => string
  Look: (width: number, height: number, rgb: Uint8Array) => void
}

interface Runtime {
  dotnet: {
    create: () => Promise<{
      getAssemblyExports: (name: string) => Promise<{ Garten: { Browser: { Engine: Engine } } }>
    }>
  }
}

const post = (message: EngineMessage) => self.postMessage(message)

async function open(): Promise<Engine> {
  // An absolute address, so that the bundler leaves it alone: these files are not part of the bundle.
  const address = new URL('/engine/dotnet.js', self.location.origin).href
  const [{ dotnet }, tables] = await Promise.all([
    import(/* @vite-ignore */ address) as Promise<Runtime>,
    fetch('/api/guide/tables').then((r) =>
      r.ok ? r.text() : Promise.reject(new Error(`the guide: ${r.status}`)),
    ),
  ])
  const { getAssemblyExports } = await dotnet.create()
  const engine = (await getAssemblyExports('Garten.Browser.dll')).Garten.Browser.Engine
  engine.Open(tables)
  return engine
}

/** How often it answers for nobody until what is asked most runs as fast as it will. */
const rounds = 3

/** Warms the core up while the person reads; what they ask meanwhile comes in between. */
function warm(e: Engine, left = rounds) {
  if (left > 0)
    setTimeout(() => {
      e.Warm()
      warm(e, left - 1)
    })
}

const engine = open()
engine.then(
  (e) => {
    post({ ready: true })
    warm(e)
  },
  (fault: unknown) => post({ broken: String(fault) }),
)

// Not self.onmessage: the runtime would take this worker for one of its own threads.
self.addEventListener('message', (event: MessageEvent<EngineQuestion>) => {
  const { data } = event
  const { id } = data
  engine
    .then((e) => {
      if (!('look' in data)) return post({ id, answer: e.Ask(data.kind, data.question) })
      e.Look(data.look.width, data.look.height, data.look.rgb)
      post({ id, answer: 'true' })
    })
    .catch((fault: unknown) => post({ id, fault: String(fault) }))
})
