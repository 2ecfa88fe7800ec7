import type { QueryClient } from '@tanstack/react-query'
import {
  floraQuery,
  guideQuery,
  lookAlikesQuery,
  plantQuery,
  plantsQuery,
  plateQuery,
  sessionQuery,
  todayQuery,
} from '../api/queries'
import { later } from '../kit/later'

/** The views of the five places, each in a file of its own. */
export const views = {
  Today: later(() => import('../today/SeasonPage').then((m) => m.SeasonPage)),
  Identify: later(() => import('../identify/BenchPage').then((m) => m.BenchPage)),
  Measure: later(() => import('../identify/measure/MeasurePage').then((m) => m.MeasurePage)),
  Portrait: later(() => import('../identify/pictures/PortraitPage').then((m) => m.PortraitPage)),
  Survey: later(() => import('../survey/SurveyPage').then((m) => m.SurveyPage)),
  Guide: later(() => import('../guide/GuidePlace').then((m) => m.GuidePlace)),
  Names: later(() => import('../guide/names/GuidePage').then((m) => m.GuidePage)),
  Keys: later(() => import('../guide/keys/KeysPage').then((m) => m.KeysPage)),
  Plate: later(() => import('../guide/names/PlatePage').then((m) => m.PlatePage)),
  Apart: later(() => import('../guide/apart/ApartPage').then((m) => m.ApartPage)),
  Glossary: later(() => import('../guide/glossary/WordsPage').then((m) => m.WordsPage)),
  Texts: later(() => import('../guide/texts/TextsPage').then((m) => m.TextsPage)),
  Table: later(() => import('../guide/tables/SpecimensPage').then((m) => m.SpecimensPage)),
  Practice: later(() => import('../practice/PracticePage').then((m) => m.PracticePage)),
  Waiting: later(() => import('../field/WaitingPage').then((m) => m.WaitingPage)),
  People: later(() => import('../people/PeoplePage').then((m) => m.PeoplePage)),
}

interface Ahead {
  files: readonly { ahead: () => unknown }[]
  /** Asks what the view will ask first, given the second part of its address. */
  ask?: (client: QueryClient, of: string | undefined) => Promise<unknown>
}

const ofGuide = (file: Ahead['files'][number], more?: Ahead['ask']): Ahead => ({
  files: [views.Guide, file],
  ask: (client, of) => Promise.all([client.prefetchQuery(guideQuery), more?.(client, of)]),
})

/** Whether an address names a plant by its id; a tag has to be looked up first. */
const isId = (text: string | undefined) => text !== undefined && /^[0-9a-f]{8}-/.test(text)

const byFirstPart: Record<string, Ahead> = {
  today: { files: [views.Today], ask: (client) => client.prefetchQuery(todayQuery) },
  identify: {
    files: [views.Identify],
    ask: (client, plant) =>
      Promise.all([
        client.prefetchQuery(plantsQuery),
        client.prefetchQuery(guideQuery),
        isId(plant) ? client.prefetchQuery(plantQuery(plant ?? null)) : null,
      ]),
  },
  measure: { files: [views.Measure] },
  portrait: { files: [views.Portrait] },
  survey: { files: [views.Survey] },
  guide: ofGuide(views.Names, (client, taxon) =>
    taxon
      ? Promise.all([client.prefetchQuery(floraQuery(taxon)), client.prefetchQuery(plateQuery(taxon))])
      : Promise.resolve(),
  ),
  keys: ofGuide(views.Keys),
  apart: ofGuide(views.Apart, (client) => client.prefetchQuery(lookAlikesQuery)),
  glossary: ofGuide(views.Glossary),
  table: ofGuide(views.Table),
  text: { files: [views.Guide, views.Texts] },
  practice: { files: [views.Practice] },
  waiting: { files: [views.Waiting] },
  people: { files: [views.People] },
}

/**
 * Fetches what an address will show while the frame is still being drawn: its files at once, and once it is known that
 * somebody is there, what its view asks first.
 */
export async function loadAhead(client: QueryClient, address: string) {
  const [, first, second] = address.split('/')
  const ahead = byFirstPart[first || 'today']
  const files = Promise.all((ahead?.files ?? []).map((file) => file.ahead()))
  const session = await client.fetchQuery(sessionQuery).catch(() => null)
  await Promise.all([files, session?.person ? ahead?.ask?.(client, second) : null])
}
