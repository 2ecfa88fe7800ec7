import { Problem } from './client'

interface Line<T> {
  share?: number
  answer?: T
  problem?: { status: number; detail: string; field: string }
}

/** Reads the lines of long work: tells how far it is, and gives the answer or throws a Problem. */
export async function answerOf<T>(lines: ReadableStream<Uint8Array>, onShare: (share: number) => void) {
  const reader = lines
    .pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>)
    .getReader()
  let rest = ''
  for (;;) {
    const { value, done } = await reader.read()
    const whole = (rest + (value ?? '')).split('\n')
    rest = whole.pop() ?? ''
    for (const text of whole) {
      const line = JSON.parse(text) as Line<T>
      if (line.share !== undefined) onShare(line.share)
      if (line.answer !== undefined) return line.answer
      if (line.problem) throw new Problem(line.problem.detail, line.problem.status, line.problem.field, null)
    }
    if (done)
      throw new Problem('Garten stopped before it was done. Nothing was kept; try again.', 0, '', null)
  }
}
