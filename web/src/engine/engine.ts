import { answer, api, Problem } from '../api/client'
import type {
  ApartAnswer,
  BenchAnswer,
  BenchRequest,
  CountAnswer,
  CountQuestion,
  CrossTest,
  GradeAsked,
  NameReasons,
  NameQuestion,
  NamesQuestion,
  PairQuestion,
  PlantComparison,
  QuickReading,
  ReturnAnswer,
  SampleAnswer,
  SheetPicture,
  SheetQuestion,
  SpeciesAccount,
  LikelyNames,
  LineQuestion,
  Suspicion,
  WaitingAnswer,
  WaitingQuestion,
} from '../api/types'
import type { EngineMessage, EngineQuestion } from './worker'

/** Every question of the bench with its answer: the same contract in the browser and on the server. */
export interface Questions {
  answer: [BenchRequest, BenchAnswer]
  names: [BenchRequest, LikelyNames]
  account: [NameQuestion, SpeciesAccount]
  suspicion: [NameQuestion, Suspicion]
  reasons: [NameQuestion, NameReasons]
  crosses: [NameQuestion, CrossTest[]]
  apart: [NamesQuestion, ApartAnswer]
  sheet: [SheetQuestion, SheetPicture]
  samples: [BenchRequest, SampleAnswer]
  compare: [PairQuestion, PlantComparison]
}

/** Questions only the core on this device is asked: there is nobody else when they are. */
interface QuestionsHere {
  waiting: [WaitingQuestion, WaitingAnswer]
  grade: [GradeAsked, ReturnAnswer]
  count: [CountQuestion, CountAnswer]
  line: [LineQuestion, QuickReading]
}

export type Kind = keyof Questions
type Question<K extends Kind> = Questions[K][0]
type Answer<K extends Kind> = Questions[K][1]

/** Where answers come from just now. */
export type EngineState = 'starting' | 'browser' | 'server'

interface Waiting {
  resolve: (answer: string) => void
  reject: (fault: Error) => void
}

let state: EngineState = 'starting'
/** Kept once it is known whether the core runs here. */
let settled: Promise<void> | null = null
let settle = () => {}
let worker: Worker | null = null
let next = 0
const waiting = new Map<number, Waiting>()

function become(now: EngineState) {
  state = now
  document.documentElement.dataset.engine = now
  if (now !== 'starting') settle()
}

/** Gives the worker up: whatever waits for it is asked of the server instead. */
function giveUp(why: string) {
  worker?.terminate()
  worker = null
  become('server')
  for (const { reject } of waiting.values()) reject(new Error(why))
  waiting.clear()
}

function receive(message: EngineMessage) {
  if ('ready' in message) become('browser')
  else if ('broken' in message) giveUp(message.broken)
  else {
    const call = waiting.get(message.id)
    waiting.delete(message.id)
    if ('answer' in message) call?.resolve(message.answer)
    else call?.reject(new Error(message.fault))
  }
}

/**
 * Starts the core in a worker, once; until it is ready, and if it cannot start, the server answers. The answer is kept
 * once it is known which.
 */
export function startEngine() {
  if (worker) return settled
  settled = new Promise((known) => (settle = known))
  become('starting')
  try {
    worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' })
    worker.addEventListener('message', (e: MessageEvent<EngineMessage>) => receive(e.data))
    worker.addEventListener('error', () => giveUp('the worker did not start'))
  } catch {
    giveUp('this browser has no workers')
  }
  return settled
}

function askWorker<A>(at: Worker, kind: string, question: unknown): Promise<A> {
  return new Promise<string>((resolve, reject) => {
    const id = next++
    waiting.set(id, { resolve, reject })
    at.postMessage({ id, kind, question: JSON.stringify(question) } satisfies EngineQuestion)
  }).then((text) => JSON.parse(text) as A)
}

const servers: { [K in Kind]: (question: Question<K>) => Promise<Answer<K>> } = {
  answer: (body) => answer(api.POST('/api/bench/answer', { body })),
  names: (body) => answer(api.POST('/api/bench/names', { body })),
  account: (body) => answer(api.POST('/api/bench/account', { body })),
  suspicion: (body) => answer(api.POST('/api/bench/suspicion', { body })),
  reasons: (body) => answer(api.POST('/api/bench/reasons', { body })),
  crosses: (body) => answer(api.POST('/api/bench/crosses', { body })),
  apart: (body) => answer(api.POST('/api/bench/apart', { body })),
  sheet: (body) => answer(api.POST('/api/bench/sheet', { body })),
  samples: (body) => answer(api.POST('/api/bench/samples', { body })),
  compare: (body) => answer(api.POST('/api/bench/compare', { body })),
}

/** Asks the core: in the browser where it runs, else on the server; with neither at hand, here as soon as it has started. */
export async function ask<K extends Kind>(kind: K, question: Question<K>): Promise<Answer<K>> {
  if (worker && state === 'browser') {
    try {
      return await askWorker(worker, kind, question)
    } catch {
      // Whatever went wrong in the worker, the server can still answer, or say in words what is wrong.
    }
  }
  try {
    return await servers[kind](question)
  } catch (fault) {
    if (!(fault instanceof Problem && fault.unreached)) throw fault
    startEngine()
    await settled
    if (!worker) throw fault
    return askWorker(worker, kind, question)
  }
}

/** Asks the core on this device, as soon as it has started; rejects where none runs here. */
export async function askHere<K extends keyof QuestionsHere>(
  kind: K,
  question: QuestionsHere[K][0],
): Promise<QuestionsHere[K][1]> {
  startEngine()
  await settled
  if (!worker) throw new Error('no core runs here')
  return askWorker(worker, kind, question)
}
