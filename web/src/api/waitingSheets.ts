import type { QueryClient, QueryKey } from '@tanstack/react-query'
import { askHere } from '../engine/engine'
import { dayHere } from '../offline/clock'
import type { WaitingChange } from '../offline/database'
import { lastHeard, tellHeard, type Adding } from '../offline/keptAnswers'
import { outbox } from '../offline/outbox'
import { operations } from './generated/operations'
import { keys } from './keys'
import { asked } from './sheet'
import type {
  CountPage,
  CountView,
  PlantGrade,
  PlantSheet,
  PlantTag,
  SentSheet,
  Session,
  YearRun,
} from './types'
import { contentOf, known, leftToWait, partsOf, refuseIf, waitingOf } from './waitingCore'
import { countKey, countsWith, countWith, lineHere } from './waitingCounts'

/** The plant a change is of, also one that it adds; null where it is of none. */
export function plantOf(c: WaitingChange) {
  if (operations[`${c.method} ${c.pattern}`] === 'takePlant') return (contentOf(c) as { id: string }).id
  return partsOf(c.pattern, c.address).plant ?? null
}

/** A sheet with what waits on its plant, as the core makes it; null where there is no such plant, or no core here. */
async function sheetWith(client: QueryClient, plant: string, sheet: SentSheet | null) {
  const waiting = await waitingOf(client, (c) => plantOf(c) === plant)
  return waiting && askHere('waiting', { sheet, ...waiting }).catch(() => null)
}

/** The plant of a key that asks for a sheet; null for any other key. */
const sheetKey = (key: QueryKey) => (key[0] === 'plant' && key.length === 2 ? String(key[1]) : null)

async function listWith(client: QueryClient, list: PlantTag[] | null) {
  await outbox.ready()
  const plants = new Set(outbox.left().flatMap((c) => plantOf(c) ?? []))
  if (plants.size === 0) return list
  const rows = new Map((list ?? []).map((p) => [p.id, p]))
  for (const plant of plants) {
    const sheet = (await lastHeard(keys.plant(plant)))?.content as PlantSheet | undefined
    const listed = (await sheetWith(client, plant, sheet ?? null))?.listed
    if (listed) rows.set(plant, listed)
  }
  return [...rows.values()]
}

/** How a plant stands with what waits on it, as the core makes it; null where that is not known here. */
async function gradeHere(client: QueryClient, plant: string): Promise<PlantGrade | null> {
  const sheet = client.getQueryData<PlantSheet>(keys.plant(plant))
  const session = await known<Session>(client, keys.session)
  const run = await known<YearRun>(client, keys.yearRun)
  if (!sheet || !session || !run) return null
  const [, before] =
    client.getQueriesData<PlantGrade>({ queryKey: keys.grade(plant) }).findLast(([, g]) => g) ?? []
  const answer = await askHere('grade', { sheet, today: dayHere(session.today), run }).catch(() => null)
  return answer && { answer, overrule: before?.overrule ?? null, run }
}

/** Adds to sheets, and to the list of plants, what waits on this device. */
export const withWaiting =
  (client: QueryClient): Adding =>
  async (key, answer, heard) => {
    const plant = sheetKey(key)
    if (plant !== null) {
      const after = await sheetWith(client, plant, answer as PlantSheet | null)
      return after?.sheet ? asked(after.sheet) : answer
    }
    if (key[0] === 'plants' && key.length === 1) return listWith(client, answer as PlantTag[] | null)
    const count = countKey(key)
    if (count !== null) return (await countWith(client, count, answer as CountView | null))?.view ?? answer
    if (key[0] === 'counts' && key[1] === 'list')
      return countsWith(client, answer as { pages: CountPage[] } | null, key[2])
    if (key[0] === 'reading' && !heard && answer === null)
      return lineHere(client, String(key[1]), String(key[2]))
    if (key[0] === 'grade' && !heard && answer === null) return gradeHere(client, String(key[1]))
    // A device that was away for a night goes on in the morning.
    if (key[0] === 'session' && !heard && answer !== null)
      return { ...(answer as Session), today: dayHere((answer as Session).today) }
    return answer
  }

/**
 * Goes on with a change that did not get through: it lies here and is sent by itself, and the sheet shows what the core
 * makes of it. Gives the sheet, or throws what stands against the change, as the server would.
 */
export async function goOn(client: QueryClient, fault: unknown): Promise<PlantSheet> {
  const change = await leftToWait(fault)
  const plant = plantOf(change)
  if (!plant) throw fault
  const key = keys.plant(plant)
  const base = (await lastHeard(key))?.content as PlantSheet | undefined
  const after = await sheetWith(client, plant, base ?? null)
  await refuseIf(change.id, after?.changes)
  const sheet = after?.sheet ? asked(after.sheet) : client.getQueryData<PlantSheet>(key)
  if (!sheet) throw fault
  tellHeard(key, false)
  const { listed } = after ?? {}
  if (listed) {
    tellHeard(keys.plants, false)
    client.setQueryData<PlantTag[]>(keys.plants, (all) => {
      const at = all?.findIndex((p) => p.id === plant) ?? -1
      return at < 0 ? [...(all ?? []), listed] : all?.with(at, listed)
    })
  }
  return sheet
}
