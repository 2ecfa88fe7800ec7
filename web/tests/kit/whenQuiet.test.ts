import { QueryClient } from '@tanstack/react-query'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { whenQuiet } from '../../src/kit/whenQuiet'

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'performance'] })
})
afterEach(() => {
  vi.useRealTimers()
})

it('waits until what was asked for is there, and a little longer', async () => {
  const client = new QueryClient()
  const act = vi.fn()
  whenQuiet(client, act)
  let came: (what: string) => void = () => {}
  void client.fetchQuery({ queryKey: ['x'], queryFn: () => new Promise<string>((go) => (came = go)) })
  await vi.advanceTimersByTimeAsync(2000)
  expect(act).not.toHaveBeenCalled()
  came('there')
  await vi.advanceTimersByTimeAsync(300)
  expect(act).not.toHaveBeenCalled()
  await vi.advanceTimersByTimeAsync(700)
  expect(act).toHaveBeenCalledTimes(1)
})

it('does not wait for ever, and can be called off', async () => {
  const client = new QueryClient()
  const act = vi.fn()
  whenQuiet(client, act)
  const off = vi.fn()
  whenQuiet(client, off)()
  void client.fetchQuery({ queryKey: ['x'], queryFn: () => new Promise(() => {}) })
  await vi.advanceTimersByTimeAsync(6500)
  expect(act).toHaveBeenCalledTimes(1)
  expect(off).not.toHaveBeenCalled()
})
