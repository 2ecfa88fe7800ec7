import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { clock, compareClocks, dayHere } from '../../src/offline/clock'
import { clockWords } from '../../src/kit/format'

const at = (date: string) => new Date(date).toISOString()

beforeEach(() => {
  vi.useFakeTimers({ now: new Date(2026, 10, 30, 23, 30) })
  compareClocks(at('2026-11-30T23:30:00'))
})

// The clock is one for all tests: it is left right and running.
afterEach(() => {
  compareClocks(new Date().toISOString())
  vi.useRealTimers()
})

describe('the clock of this device', () => {
  it('is right as long as nobody would notice', () => {
    compareClocks(at('2026-11-30T23:27:00'))
    expect(clock.ahead()).toBe(0)
  })

  it('an hour or a year off is told, once', () => {
    const told = vi.fn()
    const stop = clock.watch(told)
    compareClocks(at('2026-11-30T22:30:00'))
    compareClocks(at('2026-11-30T22:30:01'))
    expect(told).toHaveBeenCalledOnce()
    expect(clockWords(clock.ahead())).toContain("is 60 minutes ahead of Garten's")
    compareClocks(at('2027-11-30T23:30:00'))
    expect(clockWords(clock.ahead())).toContain("is 365 days behind Garten's")
    stop()
  })

  it('tells the day without a network, put right, and never a day before the last one heard', () => {
    expect(dayHere('2026-11-29')).toBe('2026-11-30')
    vi.setSystemTime(new Date(2026, 11, 1, 0, 30))
    expect(dayHere('2026-11-30')).toBe('2026-12-01')
    compareClocks(at('2026-11-30T23:29:00'))
    expect(dayHere('2026-11-30')).toBe('2026-11-30')
    vi.setSystemTime(new Date(2019, 0, 1))
    expect(dayHere('2026-11-30')).toBe('2026-11-30')
  })
})
