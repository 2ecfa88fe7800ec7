import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Problem } from '../../../src/api/client'
import { newId } from '../../../src/api/newId'
import { goOnWithPhoto, measureAway } from '../../../src/identify/measure/photoHere'
import { usualQuestion } from '../../../src/identify/measure/question'
import { database } from '../../../src/offline/database'
import { outbox } from '../../../src/offline/outbox'
import { picturesHere } from '../../../src/offline/picturesHere'

let id = ''
const file = new File(['a picture'], 'bark.jpg', { type: 'image/jpeg' })
const away = () => new Problem('away', 0, '', null, id)

class StubbedCanvas {
  constructor(
    readonly width: number,
    readonly height: number,
  ) {}
  getContext() {
    return { drawImage: () => undefined }
  }
  convertToBlob() {
    return Promise.resolve(new Blob([`${this.width} × ${this.height}`]))
  }
}

/** The picture was chosen, and its file lies here to be sent. */
async function chosen() {
  id = newId()
  outbox.of('falk')
  await outbox.keep({
    id,
    method: 'PUT',
    address: `/api/photos/${id}?name=bark.jpg`,
    pattern: '/api/photos/{id}',
    type: 'image/jpeg',
    content: 'the file',
    asked: '2026-12-01T09:00:00Z',
  })
}

const opens = (bitmap: { width: number; height: number } | null) =>
  vi.stubGlobal('createImageBitmap', () =>
    bitmap ? Promise.resolve({ ...bitmap, close: () => undefined }) : Promise.reject(new Error('broken')),
  )

beforeEach(async () => {
  vi.stubGlobal('OffscreenCanvas', StubbedCanvas)
  await database.pictures.clear()
  await chosen()
})

afterEach(() => {
  for (const name of ['OffscreenCanvas', 'createImageBitmap']) Reflect.deleteProperty(globalThis, name)
})

describe('a picture chosen without a network', () => {
  it('waits to be sent, lies here in reduced size, and says of itself what the server would', async () => {
    opens({ width: 1200, height: 900 })
    expect(await goOnWithPhoto(away(), id, file)).toMatchObject({
      id,
      name: 'bark.jpg',
      type: 'image/jpeg',
      width: 1200,
      height: 900,
      taken: null,
      latitude: null,
    })
    expect(outbox.all().map((c) => c.id)).toEqual([id])
    expect(await picturesHere.factsOf(id)).toMatchObject({ width: 1200 })
    // Another person on this device knows nothing of it.
    outbox.of('ostrow')
    expect(await picturesHere.factsOf(id)).toBeNull()
    expect(await picturesHere.taken()).toEqual([])
  })

  it('that is broken does not wait, and is refused in words', async () => {
    opens(null)
    await expect(goOnWithPhoto(away(), id, file)).rejects.toThrow('The picture is broken')
    expect(outbox.all()).toEqual([])
  })

  it('for which there is no room is refused at once, and not half kept', async () => {
    opens({ width: 1200, height: 900 })
    const full = vi.spyOn(database.pictures, 'put').mockRejectedValue(new Error('full'))
    await expect(goOnWithPhoto(away(), id, file)).rejects.toThrow('no room left')
    expect(outbox.all()).toEqual([])
    full.mockRestore()
  })

  it('is not gone on with where the server refused it', async () => {
    const refused = new Problem('too large', 400, 'file', null)
    await expect(goOnWithPhoto(refused, id, file)).rejects.toBe(refused)
  })
})

describe('measuring without a network', () => {
  it('is not done in a small copy, whose sizes would be wrong', async () => {
    await picturesHere.keep('packed', new Blob(['small']), null)
    await expect(measureAway(new Problem('away', 0, '', null), 'packed', usualQuestion)).rejects.toThrow(
      'Only a small copy of this picture is on the device',
    )
  })

  it('leaves a refusal of the server as it is', async () => {
    const refused = new Problem('There is no such picture.', 404, '', null)
    await expect(measureAway(refused, 'nowhere', usualQuestion)).rejects.toBe(refused)
  })
})
