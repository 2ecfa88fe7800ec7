import type { QueryClient } from '@tanstack/react-query'
import { askHere } from '../engine/engine'
import type { WaitingChange } from '../offline/database'
import { lastHeard } from '../offline/keptAnswers'
import { picturesHere } from '../offline/picturesHere'
import { keys } from './keys'
import type { PictureView, PlantSheet, Portrait } from './types'
import { known, waitingOf } from './waitingCore'
import { plantOf, sheetWith } from './waitingSheets'

/** True of a change that shows on pictures, or in what they are evidence of. */
export const isOfPictures = (c: WaitingChange) =>
  c.pattern.includes('/pictures') || c.pattern === '/api/photos/{id}/uses'

/** A plant with what waits on it; undefined where this device does not know it. */
async function sheetNow(client: QueryClient, plant: string) {
  const base = (await lastHeard(keys.plant(plant)))?.content as PlantSheet | undefined
  return (await sheetWith(client, plant, base ?? null))?.sheet ?? base
}

/**
 * The pictures of a plant with what waits on it, as the core makes them; null where nothing waits, or this device does not
 * know the plant.
 */
export async function picturesWith(client: QueryClient, plant: string, heard: PictureView[] | null) {
  const waiting = await waitingOf(client, (c) => plantOf(c) === plant)
  const sheet = waiting && (await sheetNow(client, plant))
  if (!sheet) return null
  const pictures =
    heard ?? ((await lastHeard(keys.pictures(plant)))?.content as PictureView[] | undefined) ?? []
  const photos = await picturesHere.taken()
  const { changes, who } = waiting
  return askHere('pictures', { sheet, pictures, photos, changes, who }).catch(() => null)
}

/** The plant through the year with what waits on it; what the server said where nothing does. */
export async function portraitWith(client: QueryClient, plant: string, heard: Portrait | null) {
  const answer = await picturesWith(client, plant, null)
  const sheet = answer && (await sheetNow(client, plant))
  if (!sheet) return heard
  return askHere('portrait', { sheet, pictures: answer.pictures }).catch(() => heard)
}

/** The site nearest to a place, of those this device knows. */
export const nearestHere = async (client: QueryClient, latitude: number, longitude: number) =>
  askHere('nearest', { latitude, longitude, sites: (await known<[]>(client, keys.sites)) ?? [] })
