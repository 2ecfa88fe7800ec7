import { QueryClientProvider } from '@tanstack/react-query'
import { act, renderHook, waitFor } from '@testing-library/react'
import type { ReactNode } from 'react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { ObservationInput } from '../../src/api/types'
import { useEnterLine, useOneMore } from '../../src/survey/counts/countQueries'
import { featureInput } from '../../src/identify/features/featureInput'
import { aCount, aSample, aSession, aSheet } from '../testing/made'
import { type Asked, Says, serve, unreached } from '../testing/server'
import { Problem } from '../../src/api/client'
import {
  queryClient,
  usePlants,
  useRecordFeature,
  useSession,
  useTakePlant,
  useUndo,
} from '../../src/api/queries'

/** The store of the application itself, with its rules of trying again. */
const Store = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={queryClient}>{children}</QueryClientProvider>
)

afterEach(() => queryClient.clear())

/** Answers once the server is there, which it is not the first times. */
const after = (misses: number, answer: unknown) => {
  let left = misses
  return () => (left-- > 0 ? unreached : answer)
}

describe('a server that is not reached', () => {
  it('is asked again until it answers', async () => {
    const server = serve({ 'GET /api/plants': after(1, []) })
    const { result } = renderHook(() => usePlants(), { wrapper: Store })
    await waitFor(() => expect(result.current.data).toEqual([]))
    expect(server.asked).toHaveLength(2)
  })

  it('is not asked again once it has refused', async () => {
    const server = serve({ 'GET /api/plants': new Says(400, { detail: 'No.' }) })
    const { result } = renderHook(() => usePlants(), { wrapper: Store })
    await waitFor(() => expect(result.current.error).toBeInstanceOf(Problem))
    expect(server.asked).toHaveLength(1)
  })

  it.each([
    ['an undo', () => useUndo('7'), { redo: false }, 'POST /api/plants/7/undo', aSheet()],
    [
      'a tap of a tally',
      () => useOneMore('5'),
      { line: '31' },
      'POST /api/count-lines/31/one-more',
      aCount(),
    ],
  ] as const)('is sent %s again under the same number', async (_, use, input, slot, answer) => {
    const server = serve({
      [slot]: after(1, answer),
      'POST /api/bench/names': {},
      'GET /api/plants': [],
      'GET /api/records': [],
    })
    const { result } = renderHook<{ mutate: (input: never) => void; isSuccess: boolean }, unknown>(use, {
      wrapper: Store,
    })
    act(() => result.current.mutate(input as never))
    await waitFor(() => expect(result.current.isSuccess).toBe(true))
    const sent = server.asked.filter((a) => `${a.method} ${a.path}`.startsWith(slot))
    expect(sent).toHaveLength(2)
    expect(sent.map((a) => a.path)).toEqual([sent[0]?.path, sent[0]?.path])
    expect(sent[0]?.command).toMatch(/^[0-9a-f-]{36}$/)
    expect(sent[1]?.command).toBe(sent[0]?.command)
  })

  it('is sent a part of a sample again as it was, though the sheet has been read anew meanwhile', async () => {
    const part = aSample(['41'], { revision: 6 })
    const inputs: ObservationInput[] = []
    serve({
      'PUT /api/plants/7/visits/11/features/blade-length': ({ body }: Asked) => {
        inputs.push(body as ObservationInput)
        // The part is kept, and the answer lost; what others see of the plant comes to this page as well.
        queryClient.setQueryData(['plant', '7'], aSheet({ observations: [part] }))
        return inputs.length === 1 ? unreached : aSheet({ observations: [part] })
      },
      'POST /api/bench/names': {},
    })
    queryClient.setQueryData(['plant', '7'], aSheet())
    const { result } = renderHook(() => useRecordFeature('7'), { wrapper: Store })
    const entry = featureInput({ finding: 'sample', entry: '41' })
    act(() =>
      result.current.mutate({
        visit: '11',
        character: 'blade-length',
        input: entry,
        expected: null,
        joins: true,
      }),
    )
    await waitFor(() => expect(result.current.isSuccess).toBe(true))
    expect(inputs).toHaveLength(2)
    expect(inputs[1]).toEqual(inputs[0])
    expect(inputs[0]).toMatchObject({ parts: [], entry: '41', expected: null })
  })

  it('gets lines in their order, each when the one before is there', async () => {
    const taken: string[] = []
    let misses = 1
    serve({
      'POST /api/counts/41/lines': ({ body }: Asked) => {
        if (misses-- > 0) return unreached
        taken.push((body as { text: string }).text)
        return aCount()
      },
    })
    const { result } = renderHook(() => useEnterLine('41'), { wrapper: Store })
    const line = (text: string) => ({ plot: 1, text, taxon: null, origin: 'wild' as const })
    await act(() => Promise.all(['first', 'second', 'third'].map((t) => result.current.mutateAsync(line(t)))))
    expect(taken).toEqual(['first', 'second', 'third'])
  })
})

describe('a sign-in that has ended', () => {
  it('leads to the door with the next question, whatever that is', async () => {
    let inside = true
    serve({
      'GET /api/session': () => aSession(inside ? {} : { person: null }),
      'POST /api/plants': () => {
        inside = false
        return new Says(401, { detail: 'Sign in first.' })
      },
    })
    const session = renderHook(() => useSession(), { wrapper: Store })
    await waitFor(() => expect(session.result.current.data?.person?.id).toBe('1'))
    const taking = renderHook(() => useTakePlant(), { wrapper: Store })
    const onError = vi.fn()
    act(() =>
      taking.result.current.mutate(
        {
          id: 'r',
          site: '3',
          description: '',
          origin: 'wild',
          visit: { date: '2026-05-14', stage: null, sex: null, parts: [], altered: [], note: '' },
        },
        { onError },
      ),
    )
    await waitFor(() => expect(session.result.current.data?.person).toBeNull())
    expect(onError).toHaveBeenCalledTimes(1)
  })
})
