import type { QueryClient, QueryKey } from '@tanstack/react-query'
import { askHere } from '../engine/engine'
import { dayHere } from '../offline/clock'
import type { Adding } from '../offline/keptAnswers'
import { picturesHere } from '../offline/picturesHere'
import { asked } from './sheet'
import type {
  CountPage,
  CountView,
  MarksQuestion,
  PictureView,
  PlantSheet,
  PlantTag,
  Portrait,
  Session,
} from './types'
import { countKey, countsWith, countWith, lineHere } from './waitingCounts'
import { nearestHere, picturesWith, portraitWith } from './waitingPictures'
import { gradeHere, listWith, sheetWith } from './waitingSheets'

/** Adds what waits here to the answer of one kind of question; null for no answer. */
type Adds = (client: QueryClient, key: QueryKey, answer: unknown) => Promise<unknown>

/** Of a plant: its sheet, its pictures, its year. */
const ofPlant: Adds = async (client, [, id, part], answer) => {
  const plant = String(id)
  if (part === 'pictures')
    return (await picturesWith(client, plant, answer as PictureView[] | null))?.pictures ?? answer
  if (part === 'portrait') return portraitWith(client, plant, answer as Portrait | null)
  if (part !== undefined) return answer
  const after = await sheetWith(client, plant, answer as PlantSheet | null)
  return after?.sheet ? asked(after.sheet) : answer
}

const ofCounts: Adds = async (client, key, answer) => {
  if (key[1] === 'list') return countsWith(client, answer as { pages: CountPage[] } | null, key[2])
  const count = countKey(key)
  return count === null
    ? answer
    : ((await countWith(client, count, answer as CountView | null))?.view ?? answer)
}

/** By the first word of what an answer is kept under. */
const always: Record<string, Adds> = {
  plant: ofPlant,
  plants: (client, key, answer) =>
    key.length === 1 ? listWith(client, answer as PlantTag[] | null) : Promise.resolve(answer),
  counts: ofCounts,
}

/** The same where the server was not reached, and where nothing it said before will do. */
const unheard: Record<string, Adds> = {
  // A device that was away for a night goes on in the morning.
  session: (_, __, answer) => {
    const session = answer as Session | null
    return Promise.resolve(session && { ...session, today: dayHere(session.today) })
  },
  reading: (client, [, sheet, text], answer) =>
    answer === null ? lineHere(client, String(sheet), String(text)) : Promise.resolve(answer),
  grade: (client, [, plant], answer) =>
    answer === null ? gradeHere(client, String(plant)) : Promise.resolve(answer),
  photo: async (_, [, photo], answer) => answer ?? picturesHere.factsOf(String(photo)),
  'nearest site': async (client, [, latitude, longitude], answer) =>
    answer ?? nearestHere(client, Number(latitude), Number(longitude)).catch(() => null),
  marks: async (_, [, width, height, marks], answer) =>
    answer ?? askHere('marks', { width, height, marks } as MarksQuestion).catch(() => null),
}

/** Adds to answers what waits on this device, and answers itself what it can where the server does not. */
export const withWaiting =
  (client: QueryClient): Adding =>
  (key, answer, heard) => {
    const first = String(key[0])
    const adds = always[first] ?? (heard ? undefined : unheard[first])
    return adds ? adds(client, key, answer) : Promise.resolve(answer)
  }
