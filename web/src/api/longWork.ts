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
    const { value, done } = await reader.read().catch(brokenOff)
    const whole = (rest + (value ?? '')).split('\n')
    rest = done ? '' : (whole.pop() ?? '')
    for (const text of whole.filter((t) => t !== '')) {
      const line = read<T>(text)
      if (line.share !== undefined) onShare(line.share)
      if (line.answer !== undefined) return line.answer
      if (line.problem) throw new Problem(line.problem.detail, line.problem.status, line.problem.field, null)
    }
    if (done) return brokenOff()
  }
}

/** A line as it was sent; one cut off in its middle is where the work broke off. */
function read<T>(text: string): Line<T> {
  try {
    return JSON.parse(text) as Line<T>
  } catch {
    return brokenOff()
  }
}

/** The lines ended without an answer; what was stopped by the person at work stays that. */
function brokenOff(why?: unknown): never {
  if (why instanceof Error && why.name === 'AbortError') throw why
  // Whether it was kept is not known any more, and need not be.
  throw new Problem(
    'The line to Garten broke off before it was done. Send it again: nothing is kept twice.',
    0,
    '',
    null,
  )
}
