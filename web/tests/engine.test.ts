import { afterAll, beforeEach, describe, expect, it, vi } from 'vitest'
import type { EngineMessage, EngineQuestion } from '../src/engine/worker'
import { usualQuestion } from '../src/identify/measure/question'
import { aRequest } from './testing/made'
import { Says, serve } from './testing/server'

/** A worker that answers when it is told to. */
class StubbedWorker extends EventTarget {
  static made: StubbedWorker[] = []
  readonly asked: EngineQuestion[] = []
  ended = false
  constructor() {
    super()
    StubbedWorker.made.push(this)
  }
  postMessage(question: EngineQuestion) {
    this.asked.push(question)
  }
  terminate() {
    this.ended = true
  }
  say(message: EngineMessage) {
    this.dispatchEvent(new MessageEvent('message', { data: message }))
  }
}

const request = aRequest()
const ofServer = { features: 1 }
const ofWorker = { features: 2 }

const where = () => document.documentElement.dataset.engine

let times = 0

/** The engine as a page that was just opened has it. */
function opened() {
  const address = `/src/engine/engine.ts?opened=${times++}`
  return import(/* @vite-ignore */ address) as Promise<typeof import('../src/engine/engine')>
}

beforeEach(() => {
  StubbedWorker.made = []
  vi.stubGlobal('Worker', StubbedWorker)
  delete document.documentElement.dataset.engine
})

afterAll(() => {
  Reflect.deleteProperty(globalThis, 'Worker')
})

describe('measuring in a picture', () => {
  const picture = (width: number, height: number) => ({ width, height }) as unknown as Blob

  class StubbedCanvas {
    constructor(
      readonly width: number,
      readonly height: number,
    ) {}
    getContext() {
      return {
        fillRect: () => undefined,
        drawImage: () => undefined,
        getImageData: () => ({ data: new Uint8Array(4 * this.width * this.height) }),
      }
    }
  }

  it('asks of the picture it was given, however pictures follow each other', async () => {
    vi.stubGlobal('createImageBitmap', (blob: Blob) => Promise.resolve(blob))
    vi.stubGlobal('OffscreenCanvas', StubbedCanvas)
    const engine = await opened()
    engine.startEngine()
    const [worker] = StubbedWorker.made
    worker?.say({ ready: true })
    for (const [name, width] of [
      ['one', 2] as const,
      ['other', 3] as const,
      ['one', 2] as const,
      ['one', 2] as const,
    ])
      void engine.measureHere(name, picture(width, 1), usualQuestion)
    await vi.waitFor(() => expect(worker?.asked.filter((a) => 'kind' in a)).toHaveLength(4))
    // The picture the worker has before it at each question.
    let before = 0
    const of = (worker?.asked ?? []).flatMap((a) => {
      if ('look' in a) before = a.look.width
      return 'kind' in a ? [before] : []
    })
    expect(of.toSorted()).toEqual([2, 2, 2, 3])
    for (const name of ['createImageBitmap', 'OffscreenCanvas']) Reflect.deleteProperty(globalThis, name)
  })
})

describe('the core in the browser', () => {
  it('is asked once it is ready, and the server until then', async () => {
    const server = serve({ 'POST /api/bench/names': ofServer })
    const { ask, startEngine } = await opened()
    startEngine()
    expect(where()).toBe('starting')
    expect(await ask('names', request)).toEqual(ofServer)
    const [worker] = StubbedWorker.made
    worker?.say({ ready: true })
    expect(where()).toBe('browser')
    const answer = ask('names', request)
    expect(worker?.asked).toEqual([{ id: 0, kind: 'names', question: JSON.stringify(request) }])
    worker?.say({ id: 0, answer: JSON.stringify(ofWorker) })
    expect(await answer).toEqual(ofWorker)
    expect(server.asked).toHaveLength(1)
  })

  it('is started once', async () => {
    const { startEngine } = await opened()
    startEngine()
    startEngine()
    expect(StubbedWorker.made).toHaveLength(1)
  })

  it('gives each question its own answer, in whatever order they come', async () => {
    const { ask, startEngine } = await opened()
    startEngine()
    const [worker] = StubbedWorker.made
    worker?.say({ ready: true })
    const [one, two] = [ask('names', request), ask('answer', request)]
    worker?.say({ id: 1, answer: '"second"' })
    worker?.say({ id: 0, answer: '"first"' })
    expect(await Promise.all([one, two])).toEqual(['first', 'second'])
  })
})

describe('the server in its place', () => {
  it('answers what the core could not', async () => {
    serve({ 'POST /api/bench/names': ofServer })
    const { ask, startEngine } = await opened()
    startEngine()
    const [worker] = StubbedWorker.made
    worker?.say({ ready: true })
    const answer = ask('names', request)
    worker?.say({ id: 0, fault: 'no such character' })
    expect(await answer).toEqual(ofServer)
    expect(where()).toBe('browser')
  })

  it('says in words what is wrong', async () => {
    serve({ 'POST /api/bench/names': new Says(400, { detail: 'The guide has no such character.' }) })
    const { ask } = await opened()
    await expect(ask('names', request)).rejects.toThrow('The guide has no such character.')
  })

  it.each([
    ['breaks', (worker: StubbedWorker) => worker.say({ broken: 'out of memory' })],
    ['does not start', (worker: StubbedWorker) => worker.dispatchEvent(new Event('error'))],
  ])('takes over all that waits when the core %s', async (_, fail) => {
    serve({ 'POST /api/bench/names': ofServer, 'POST /api/bench/answer': ofServer })
    const { ask, startEngine } = await opened()
    startEngine()
    const [worker] = StubbedWorker.made
    if (!worker) throw new Error('no worker')
    worker.say({ ready: true })
    const waiting = [ask('names', request), ask('answer', request)]
    fail(worker)
    expect(await Promise.all(waiting)).toEqual([ofServer, ofServer])
    expect(worker.ended).toBe(true)
    expect(where()).toBe('server')
    expect(await ask('names', request)).toEqual(ofServer)
    expect(worker.asked).toHaveLength(2)
  })

  it('answers where a browser has no workers', async () => {
    vi.stubGlobal('Worker', () => {
      throw new Error('not here')
    })
    serve({ 'POST /api/bench/names': ofServer })
    const { ask, startEngine } = await opened()
    startEngine()
    expect(where()).toBe('server')
    expect(await ask('names', request)).toEqual(ofServer)
  })
})
