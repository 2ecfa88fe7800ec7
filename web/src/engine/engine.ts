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
  StandingPosition,
  StandingQuestion,
  LikelyNames,
  LineQuestion,
  MarksAnswer,
  MarksQuestion,
  NearestQuestion,
  NearestSite,
  PhotoMeasures,
  PhotoQuestion,
  PictureFile,
  PictureFileAnswer,
  PicturesAnswer,
  PicturesQuestion,
  Portrait,
  PortraitQuestion,
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
  pictures: [PicturesQuestion, PicturesAnswer]
  portrait: [PortraitQuestion, Portrait]
  marks: [MarksQuestion, MarksAnswer]
  file: [PictureFile, PictureFileAnswer]
  nearest: [NearestQuestion, NearestSite]
  standing: [StandingQuestion, StandingPosition]
  measures: [PhotoQuestion, PhotoMeasures]
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

function post<A>(at: Worker, message: (id: number) => EngineQuestion, transfer: Transferable[] = []) {
  return new Promise<string>((resolve, reject) => {
    const id = next++
    waiting.set(id, { resolve, reject })
    at.postMessage(message(id), transfer)
  }).then((text) => JSON.parse(text) as A)
}

const askWorker = <A>(at: Worker, kind: string, question: unknown) =>
  post<A>(at, (id) => ({ id, kind, question: JSON.stringify(question) }))

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

let looked: string | null = null

/** Pixels of a picture, turned as it is to be seen, white where it lets through. */
function pixelsOf(bitmap: ImageBitmap) {
  const { width, height } = bitmap
  const paper = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })
  if (!paper) throw new Error('this browser does not draw')
  paper.fillStyle = '#fff'
  paper.fillRect(0, 0, width, height)
  paper.drawImage(bitmap, 0, 0)
  const { data } = paper.getImageData(0, 0, width, height)
  const rgb = new Uint8Array(3 * width * height)
  for (let from = 0, to = 0; from < data.length; from += 4) {
    rgb[to++] = data[from] ?? 0
    rgb[to++] = data[from + 1] ?? 0
    rgb[to++] = data[from + 2] ?? 0
  }
  return { width, height, rgb }
}

/** Measures in a picture by the core on this device, which looks at it first; the one looked at last is known for good. */
export async function measureHere(
  photo: string,
  file: Blob,
  question: PhotoQuestion,
): Promise<PhotoMeasures> {
  startEngine()
  await settled
  const at = worker
  if (!at) throw new Error('no core runs here')
  if (looked !== photo) {
    const look = pixelsOf(await createImageBitmap(file))
    looked = photo
    // The question follows at once: nobody else's picture comes in between.
    post(at, (id) => ({ id, look }), [look.rgb.buffer]).catch(() => (looked = null))
  }
  return askWorker(at, 'measures', question)
}
