import { renderHook, waitFor } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { useHere } from '../../src/api/devices'
import { frame } from '../testing/draw'
import { serve } from '../testing/server'

const near = { site: '3', words: 'at Upper bench', metres: 12 }

/** A browser that tells where it is, or will not. */
const stand = (tell: (found: PositionCallback, refused: PositionErrorCallback) => void) =>
  vi.stubGlobal('navigator', { ...navigator, geolocation: { getCurrentPosition: tell } })

const ask = async () => {
  const { result } = renderHook(() => useHere(), { wrapper: frame() })
  result.current.mutate('browser')
  await waitFor(() => expect(result.current.isIdle || result.current.isPending).toBe(false))
  return result.current
}

describe('where one is', () => {
  afterEach(() => vi.unstubAllGlobals())

  it('is told by the browser, with how near that is', async () => {
    serve({ 'GET /api/sites/nearest': near })
    stand((found) =>
      found({
        coords: { latitude: 45.0021, longitude: -123.704, accuracy: 24.2, altitude: null },
      } as GeolocationPosition),
    )
    const { data } = await ask()
    expect(data?.words).toBe('45.00210, -123.70400, within 25 m')
    expect(data?.nearest.words).toBe('at Upper bench')
  })

  it.each([
    [1, /may not tell where you are/],
    [2, /does not know where you are/],
    [3, /took too long/],
  ])('is not guessed when the browser refuses with %s', async (code, says) => {
    serve({})
    stand((_, refused) => refused({ code, message: '' } as GeolocationPositionError))
    expect((await ask()).error?.message).toMatch(says)
  })
})
