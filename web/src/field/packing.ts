import type { QueryClient, QueryKey } from '@tanstack/react-query'
import {
  guideQuery,
  lookAlikesQuery,
  plantQuery,
  plantsQuery,
  printedKeyQuery,
  sessionQuery,
  sitesQuery,
  tilesQuery,
  todayQuery,
} from '../api/queries'
import { shapeNamingQuery } from '../identify/measure/photoQueries'
import { picturesQuery, portraitQuery } from '../identify/pictures/pictureQueries'
import type { Organ, PictureView } from '../api/types'
import { organs } from '../kit/organs'
import { thumbnail } from '../identify/pictures/pictureWords'
import { kept } from '../offline/keptAnswers'
import { picturesHere } from '../offline/picturesHere'
import { mapQuery } from '../survey/map/mapQueries'
import { tripsQuery } from '../today/seasonQueries'

/** How far packing has come. */
export interface Packing {
  done: number
  of: number
}

/** What was packed last. */
export interface Packed {
  /** When, in milliseconds since 1970. */
  at: number
  plants: number
  keys: number
  sites: number
  /** Photographs in reduced size; absent of what was packed before there were any. */
  pictures?: number
  /** What this device keeps of Garten in all, in bytes; null where the browser does not say. */
  bytes: number | null
  /** True where the browser promised not to clear it by itself. */
  lasting: boolean
}

const slot = 'garten-packed'

/** What was packed last on this device; null for nothing. */
export function lastPacked(): Packed | null {
  try {
    return JSON.parse(localStorage.getItem(slot) ?? 'null') as Packed | null
  } catch {
    return null
  }
}

const notReached = 'Garten is not reached: what came until now is kept. Pack again when it is.'

interface Asked {
  queryKey: QueryKey
}

/**
 * Takes along what a day in the field asks for: the guide with its keys and drawings, the sites and the map, the trips, and
 * every followed plant with its history, its year and its pictures in reduced size. Each is asked anew, and kept as every answer is.
 * @throws Error in words when the server is not reached meanwhile; what came until then is kept.
 */
export async function pack(client: QueryClient, told: (packing: Packing) => void): Promise<Packed> {
  const take = async <T>(query: Asked) => {
    const answer = (await client.fetchQuery({ ...query, staleTime: 0 })) as T
    // Without a network the last answer comes again, and nothing new is packed.
    if (kept.away() !== null) throw new Error(notReached)
    return answer
  }
  const [plants, guide, sites] = await Promise.all([
    take<{ id: string }[]>(plantsQuery),
    take<{ keys: { id: string }[] }>(guideQuery),
    take<unknown[]>(sitesQuery),
  ])
  const rest: Asked[] = [
    sessionQuery,
    todayQuery,
    tripsQuery,
    mapQuery,
    lookAlikesQuery,
    shapeNamingQuery,
    ...(Object.keys(organs) as Organ[]).map((o) => tilesQuery(o)),
    ...guide.keys.map((k) => printedKeyQuery(k.id)),
    ...plants.flatMap((p) => [plantQuery(p.id), portraitQuery(p.id), picturesQuery(p.id)]),
  ]
  let done = 0
  let of = rest.length
  const next = (n = 0) => told({ done: (done += n), of })
  next()
  const photos = new Set<string>()
  for (const query of rest) {
    const answer = await take<unknown>(query)
    if (query.queryKey[2] === 'pictures')
      for (const { picture } of answer as PictureView[]) photos.add(picture.photo.id)
    next(1)
  }
  // A picture never changes: those that lie here already are not fetched again.
  await picturesHere.only(photos)
  const here = await picturesHere.numbers()
  const missing = [...photos].filter((p) => !here.has(p))
  of += missing.length
  for (const photo of missing) {
    const answered = await fetch(thumbnail(photo)).catch(() => null)
    if (!answered) throw new Error(notReached)
    // One that was taken off meanwhile is none to take along.
    if (answered.ok && !(await picturesHere.keep(photo, await answered.blob(), null)))
      throw new Error('This device has no room left for the pictures. Make room, and pack again.')
    next(1)
  }
  const storage = navigator.storage
  const lasting = (await storage?.persist?.().catch(() => false)) ?? false
  const bytes = (await storage?.estimate?.().catch(() => undefined))?.usage ?? null
  const packed = {
    at: Date.now(),
    plants: plants.length,
    keys: guide.keys.length,
    sites: sites.length,
    pictures: photos.size,
    bytes,
    lasting,
  }
  localStorage.setItem(slot, JSON.stringify(packed))
  return packed
}
