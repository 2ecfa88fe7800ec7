import type { KeptPhoto } from '../api/types'
import { outbox } from './outbox'

const database = () => import('./database').then((m) => m.database)

/** Longer side of a picture in reduced size, in pixels, as the server makes them too. */
const smallSide = 480

/** A picture in reduced size, turned as it is to be seen. */
export async function reduced(bitmap: ImageBitmap) {
  const scale = Math.min(1, smallSide / Math.max(bitmap.width, bitmap.height))
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(bitmap.width * scale)),
    Math.max(1, Math.round(bitmap.height * scale)),
  )
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.82 })
}

/**
 * Pictures on this device, by person: those taken here, until they were sent and packed anew, and those packed. Their files
 * are read by `pictureFiles`.
 */
export const picturesHere = {
  /** Keeps a picture; gives false where there is no room, or the browser keeps nothing. */
  keep: async (photo: string, small: Blob, facts: KeptPhoto | null): Promise<boolean> => {
    const person = outbox.whose()
    if (person === null) return false
    return database()
      .then((d) => d.pictures.put({ photo, person, small, facts }))
      .then(
        () => true,
        () => false,
      )
  },

  /** What the file of a picture taken here says; null where it was not taken here. */
  factsOf: async (photo: string): Promise<KeptPhoto | null> => {
    const found = await database()
      .then((d) => d.pictures.get(photo))
      .catch(() => undefined)
    return found && found.person === outbox.whose() ? found.facts : null
  },

  /** What the files of all pictures taken here say. */
  taken: async (): Promise<KeptPhoto[]> => {
    const all = await database()
      .then((d) =>
        d.pictures
          .where('person')
          .equals(outbox.whose() ?? '')
          .toArray(),
      )
      .catch(() => [])
    return all.flatMap((p) => p.facts ?? [])
  },

  /** The numbers of those packed or taken here. */
  numbers: async (): Promise<Set<string>> =>
    new Set(
      await database()
        .then((d) =>
          d.pictures
            .where('person')
            .equals(outbox.whose() ?? '')
            .primaryKeys(),
        )
        .catch(() => []),
    ),

  /** Lets go of what was packed of somebody who may see other things now; what they took here themselves stays. */
  packedGo: async (person: string) => {
    await database()
      .then((d) =>
        d.pictures
          .where('person')
          .equals(person)
          .filter((p) => p.facts === null)
          .delete(),
      )
      .catch(() => undefined)
  },

  /** Lets go of pictures nothing on this device shows any more. */
  only: async (photos: ReadonlySet<string>) => {
    const person = outbox.whose()
    const waiting = new Set(outbox.all().map((c) => c.id))
    await database()
      .then((d) =>
        d.pictures
          .where('person')
          .equals(person ?? '')
          .filter((p) => !photos.has(p.photo) && !waiting.has(p.photo))
          .delete(),
      )
      .catch(() => undefined)
  },
}
