import { isKnown } from './changeWords'
import type { WaitingChange } from '../offline/database'

/** A change as it stands in a file that is carried to another device; pictures go as text of base 64. */
interface ChangeInFile {
  id: string
  method: string
  address: string
  pattern: string
  type: string | null
  text: string | null
  bytes: string | null
  asked: string
}

interface WaitingFile {
  garten: 'waiting changes'
  changes: ChangeInFile[]
}

async function bytesOf(content: Blob) {
  const bytes = new Uint8Array(await content.arrayBuffer())
  let text = ''
  for (const b of bytes) text += String.fromCharCode(b)
  return btoa(text)
}

const blobOf = (bytes: string, type: string | null) =>
  new Blob([Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0))], { type: type ?? '' })

/** What waits, as a file. */
export async function toFile(changes: readonly WaitingChange[]) {
  const all: ChangeInFile[] = await Promise.all(
    changes.map(async ({ id, method, address, pattern, type, content, asked }) => ({
      id,
      method,
      address,
      pattern,
      type,
      text: typeof content === 'string' ? content : null,
      bytes: content instanceof Blob ? await bytesOf(content) : null,
      asked,
    })),
  )
  const file: WaitingFile = { garten: 'waiting changes', changes: all }
  return new Blob([JSON.stringify(file, null, 1)], { type: 'application/json' })
}

/** A change that a file may carry: one the page itself could send, with a number of its own. */
const isChange = (c: Partial<ChangeInFile>) =>
  typeof c.id === 'string' &&
  /^[0-9a-f-]{36}$/.test(c.id) &&
  typeof c.asked === 'string' &&
  isKnown(String(c.method), String(c.pattern), String(c.address))

/**
 * The changes of such a file.
 * @throws Error in words for who chose the file, where it is none.
 */
export function fromFile(text: string) {
  let file: Partial<WaitingFile>
  try {
    file = JSON.parse(text) as Partial<WaitingFile>
  } catch {
    throw new Error('This is no file of waiting changes: it cannot be read.')
  }
  if (file?.garten !== 'waiting changes' || !Array.isArray(file.changes))
    throw new Error('This is no file of waiting changes. Choose one that “Save as a file” made.')
  const wrong = file.changes.findIndex((c) => !isChange(c))
  if (wrong >= 0) throw new Error(`Change ${wrong + 1} of the file is not whole. Nothing was brought in.`)
  return file.changes.map(({ text, bytes, ...c }) => ({
    ...c,
    content: bytes !== null && bytes !== undefined ? blobOf(bytes, c.type) : text,
    refused: null,
  }))
}
