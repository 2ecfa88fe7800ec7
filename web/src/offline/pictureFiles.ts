import { database } from './database'

/**
 * Files of pictures on this device, by their number: `await pictureFiles.small(photo)`. The service worker answers with them
 * what a page asks for by its address, so that an image needs to know nothing of where it lies.
 */
export const pictureFiles = {
  /** The whole file of a picture that waits to be sent; null where it lies here no more. */
  whole: async (photo: string): Promise<Blob | null> => {
    const change = await database.changes.get({ id: photo }).catch(() => undefined)
    return change?.content instanceof Blob ? change.content : null
  },

  /** The picture in reduced size; null where it does not lie here. */
  small: async (photo: string): Promise<Blob | null> =>
    (await database.pictures.get(photo).catch(() => undefined))?.small ?? null,
}
