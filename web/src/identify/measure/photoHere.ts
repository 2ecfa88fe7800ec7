import { Problem } from '../../api/client'
import { leftToWait } from '../../api/waitingCore'
import type { KeptPhoto, PhotoQuestion } from '../../api/types'
import { askHere, measureHere } from '../../engine/engine'
import { outbox } from '../../offline/outbox'
import { picturesHere, reduced } from '../../offline/picturesHere'

/** How many of its first bytes tell the core what a file is. */
const startBytes = 12

const base64 = async (part: Blob) => btoa(String.fromCharCode(...new Uint8Array(await part.arrayBuffer())))

/** "2026:04:12 09:30:00", as cameras note it, in the form of the interface; null for anything else. */
function moment(noted: unknown) {
  const [, y, m, d, time] = /^(\d{4}):(\d\d):(\d\d) (\d\d:\d\d:\d\d)/.exec(String(noted)) ?? []
  return time ? `${y}-${m}-${d}T${time}` : null
}

/** Time and place as the camera noted them; nothing where they are missing or cannot be read. */
async function noted(file: Blob) {
  const { parse } = await import('exifr')
  const nothing = { taken: null, latitude: null, longitude: null }
  try {
    const said = (await parse(file, { reviveValues: false, exif: true, gps: true })) as
      { DateTimeOriginal?: string; latitude?: number; longitude?: number } | undefined
    return {
      taken: moment(said?.DateTimeOriginal),
      latitude: said?.latitude ?? null,
      longitude: said?.longitude ?? null,
    }
  } catch {
    return nothing
  }
}

/**
 * Goes on with a picture that was chosen without a network: its file lies here and is sent by itself; what it says of itself
 * is read here, and what the core finds wrong with it is said at once, as the server would.
 */
export async function goOnWithPhoto(fault: unknown, id: string, file: File): Promise<KeptPhoto> {
  await leftToWait(fault)
  const refuse = async (why: string) => {
    await outbox.done(id)
    throw new Problem(why, 422, 'file', null)
  }
  const start = await base64(file.slice(0, startBytes))
  const judge = (width: number | null, height: number | null) =>
    // Without a core the server judges, when it is sent.
    askHere('file', { bytes: file.size, start, width, height }).catch(() => null)
  const first = await judge(null, null)
  if (first?.fault) return refuse(first.fault)
  const bitmap = await createImageBitmap(file).catch(() => null)
  if (!bitmap) return refuse('The picture is broken: part of it is missing. Copy it from the camera again.')
  const { width, height } = bitmap
  const second = await judge(width, height)
  if (second?.fault) return refuse(second.fault)
  const small = await reduced(bitmap)
  bitmap.close()
  const facts: KeptPhoto = {
    id,
    name: file.name,
    type: second?.type ?? file.type,
    width,
    height,
    ...(await noted(file)),
  }
  if (!(await picturesHere.keep(id, small, facts)))
    return refuse('This device has no room left for the picture. Send what waits first, or make room.')
  return facts
}

/**
 * Measures in a picture that lies here whole, where the server is not reached.
 * @throws Problem where only a reduced one does: its sizes would be wrong.
 */
export async function measureAway(fault: unknown, id: string, question: PhotoQuestion) {
  if (!(fault instanceof Problem && (fault.unreached || fault.status === 404))) throw fault
  const { pictureFiles } = await import('../../offline/pictureFiles')
  const file = await pictureFiles.whole(id)
  if (!file)
    throw fault.status === 404
      ? fault
      : new Problem(
          'Only a small copy of this picture is on the device. Measure in it when Garten is reached again.',
          404,
          'photo',
          null,
        )
  return measureHere(id, file, question)
}
