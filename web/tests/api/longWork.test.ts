import { describe, expect, it, vi } from 'vitest'
import { Problem } from '../../src/api/client'
import { answerOf } from '../../src/api/longWork'

/** Lines of long work as they arrive, cut anywhere. */
const arriving = (...pieces: string[]) =>
  new ReadableStream<Uint8Array>({
    start(controller) {
      for (const piece of pieces) controller.enqueue(new TextEncoder().encode(piece))
      controller.close()
    },
  })

describe('long work', () => {
  it('tells how far it is, then gives its answer', async () => {
    const onShare = vi.fn()
    const lines = arriving('{"share":0.25}\n{"share":0.5}\n', '{"share":1}\n{"answer":{"rows":3}}\n')
    expect(await answerOf(lines, onShare)).toEqual({ rows: 3 })
    expect(onShare.mock.calls.map(([share]) => share)).toEqual([0.25, 0.5, 1])
  })

  it('is read whole wherever the lines are cut, letters of several bytes too', async () => {
    const bytes = new TextEncoder().encode('{"share":0.5}\n{"answer":{"says":"Ährige Fetthenne, 3 m²"}}\n')
    const lines = new ReadableStream<Uint8Array>({
      start(controller) {
        for (const byte of bytes) controller.enqueue(Uint8Array.of(byte))
        controller.close()
      },
    })
    expect(await answerOf(lines, () => {})).toEqual({ says: 'Ährige Fetthenne, 3 m²' })
  })

  it('is answered though its last line does not end', async () => {
    expect(await answerOf(arriving('{"share":0.5}\n', '{"answer":7}'), () => {})).toBe(7)
  })

  it('that is refused says why', async () => {
    const lines = arriving(
      '{"share":0.5}\n{"problem":{"status":400,"detail":"Line 7 has no day.","field":"date"}}\n',
    )
    const problem = await answerOf(lines, () => {}).catch((e: unknown) => e)
    expect(problem).toBeInstanceOf(Problem)
    expect(problem).toMatchObject({ message: 'Line 7 has no day.', status: 400, field: 'date' })
  })

  it.each([[['{"share":0.5}\n']], [['{"share":0.5}\n', '{"ans']], [[]]])(
    'that breaks off after %j says to send it again',
    async (pieces) => {
      await expect(answerOf(arriving(...pieces), () => {})).rejects.toThrow(
        'Send it again: nothing is kept twice.',
      )
    },
  )

  it('whose line is lost on the way says so as well', async () => {
    const lines = new ReadableStream<Uint8Array>({
      start(controller) {
        controller.enqueue(new TextEncoder().encode('{"share":0.5}\n'))
        controller.error(new TypeError('network error'))
      },
    })
    await expect(answerOf(lines, () => {})).rejects.toThrow('Send it again: nothing is kept twice.')
  })
})
