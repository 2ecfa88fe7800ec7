import type { QueryClient } from '@tanstack/react-query'
import { askHere } from '../engine/engine'
import { dayHere } from '../offline/clock'
import type { WaitingChange } from '../offline/database'
import { lastHeard } from '../offline/keptAnswers'
import { outbox } from '../offline/outbox'
import { operations } from './generated/operations'
import { keys } from './keys'
import type { PlantGrade, PlantSheet, PlantTag, SentSheet, Session, YearRun } from './types'
import { contentOf, known, partsOf, waitingOf } from './waitingCore'

/** The plant a change is of, also one that it adds; null where it is of none. */
export function plantOf(c: WaitingChange) {
  const name = operations[`${c.method} ${c.pattern}`]
  if (name === 'takePlant') return (contentOf(c) as { id: string }).id
  if (name === 'usePhoto') return (contentOf(c) as { plant: string }).plant
  return partsOf(c.pattern, c.address).plant ?? null
}

/** A sheet with what waits on its plant, as the core makes it; null where there is no such plant, or no core here. */
export async function sheetWith(client: QueryClient, plant: string, sheet: SentSheet | null) {
  const waiting = await waitingOf(client, (c) => plantOf(c) === plant)
  return waiting && askHere('waiting', { sheet, ...waiting }).catch(() => null)
}

/** The list of plants with what waits of each. */
export async function listWith(client: QueryClient, list: PlantTag[] | null) {
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
export async function gradeHere(client: QueryClient, plant: string): Promise<PlantGrade | null> {
  const sheet = client.getQueryData<PlantSheet>(keys.plant(plant))
  const session = await known<Session>(client, keys.session)
  const run = await known<YearRun>(client, keys.yearRun)
  if (!sheet || !session || !run) return null
  const [, before] =
    client.getQueriesData<PlantGrade>({ queryKey: keys.grade(plant) }).findLast(([, g]) => g) ?? []
  const answer = await askHere('grade', { sheet, today: dayHere(session.today), run }).catch(() => null)
  return answer && { answer, overrule: before?.overrule ?? null, run }
}
