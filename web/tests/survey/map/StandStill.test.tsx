import { act, screen } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { StandStill } from '../../../src/survey/map/StandStill'
import { draw } from '../../testing/draw'

type Told = (found: { coords: { latitude: number; longitude: number; accuracy: number } }) => void
type Refused = (fault: { code: number; PERMISSION_DENIED: number }) => void

let told: Told = () => undefined
let refuse: Refused = () => undefined
let cleared = 0

beforeEach(() => {
  cleared = 0
  const geolocation = {
    watchPosition: (found: Told, refused: Refused) => {
      told = found
      refuse = refused
      return 7
    },
    clearWatch: (watch: number) => (cleared += watch),
  }
  Object.defineProperty(navigator, 'geolocation', { value: geolocation, configurable: true })
})

afterEach(() => void Reflect.deleteProperty(navigator, 'geolocation'))

const reading = { latitude: 45.0021, longitude: -123.704, uncertaintyM: 12 }
const say = () => act(() => told({ coords: { latitude: 45.0021, longitude: -123.704, accuracy: 12 } }))

describe('standing still', () => {
  it('listens from when it is asked to until the place is taken', async () => {
    const taken = vi.fn()
    const { client, user } = draw(<StandStill onTake={taken} />)
    await user.click(screen.getByRole('button', { name: 'Stand still' }))
    expect(screen.getByText('Listening to the receiver …')).toBeVisible()
    expect(screen.getByRole('button', { name: 'Take this place' })).toBeDisabled()

    // What the core makes of two readings and one that jumped away.
    const standing = { at: { latitude: 45, longitude: -123 }, uncertaintyM: 9.5, readings: 2, leftOut: 1 }
    client.setQueryDefaults(['standing'], { staleTime: Infinity })
    client.setQueryData(['standing', [reading]], standing)
    await say()
    expect(await screen.findByText('Within 10 m, from 2 readings; 1 too far off left out')).toBeVisible()
    await user.click(screen.getByRole('button', { name: 'Take this place' }))
    expect(taken).toHaveBeenCalledWith(standing)
    expect(cleared).toBe(7)
    expect(screen.getByRole('button', { name: 'Stand still' })).toBeVisible()
  })

  it('stops without a place when called off', async () => {
    const taken = vi.fn()
    const { user } = draw(<StandStill onTake={taken} />)
    await user.click(screen.getByRole('button', { name: 'Stand still' }))
    await user.click(screen.getByRole('button', { name: 'Stop' }))
    expect(cleared).toBe(7)
    expect(taken).not.toHaveBeenCalled()
  })

  it('says where the browser will not tell, and goes on through a silence', async () => {
    const { user } = draw(<StandStill onTake={vi.fn()} />)
    await user.click(screen.getByRole('button', { name: 'Stand still' }))
    act(() => refuse({ code: 2, PERMISSION_DENIED: 1 }))
    expect(screen.getByText('Listening to the receiver …')).toBeVisible()
    act(() => refuse({ code: 1, PERMISSION_DENIED: 1 }))
    expect(await screen.findByText(/may not tell where you are/)).toBeVisible()
    expect(screen.getByRole('button', { name: 'Stand still' })).toBeVisible()
  })
})
