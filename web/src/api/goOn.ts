import type { QueryClient } from '@tanstack/react-query'
import { lastHeard, tellHeard } from '../offline/keptAnswers'
import { keys } from './keys'
import { asked } from './sheet'
import type { PlantSheet, PlantTag } from './types'
import { leftToWait, refuseIf } from './waitingCore'
import { isOfPictures, picturesWith } from './waitingPictures'
import { plantOf, sheetWith } from './waitingSheets'

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
  if (isOfPictures(change)) {
    const after = await picturesWith(client, plant, null)
    await refuseIf(change.id, after?.changes)
    if (after) {
      tellHeard(keys.pictures(plant), false)
      client.setQueryData(keys.pictures(plant), after.pictures)
    }
  }
  void client.invalidateQueries({ queryKey: keys.portrait(plant) })
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
