import { render, screen } from '@testing-library/react'
import { Suspense } from 'react'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { later, Renewed } from '../../src/kit/later'
import { BrokenPage } from '../../src/shell/BrokenPage'
import { complaints } from '../testing/complaints'
import { draw } from '../testing/draw'

const View = () => <p>the map</p>

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout'] })
})
afterEach(() => {
  vi.useRealTimers()
})

/** A network that answers, or not, whether the server is there. */
const server = (there: boolean) =>
  vi
    .spyOn(globalThis, 'fetch')
    .mockImplementation(() =>
      there ? Promise.resolve(new Response()) : Promise.reject(new TypeError('no network')),
    )

it('goes on asking for a file while the network is away, and shows the view when it comes', async () => {
  server(false)
  let asked = 0
  const Late = later(() => {
    asked += 1
    return asked < 6 ? Promise.reject(new TypeError('did not come')) : Promise.resolve(View)
  })
  render(
    <Suspense fallback="on its way">
      <Late />
    </Suspense>,
  )
  expect(screen.getByText('on its way')).toBeVisible()
  await vi.advanceTimersByTimeAsync(20_000)
  vi.useRealTimers()
  expect(await screen.findByText('the map')).toBeVisible()
  expect(asked).toBe(6)
})

it('is fetched once, however often it is asked for ahead', async () => {
  const load = vi.fn(() => Promise.resolve(View))
  const Late = later(load)
  await Promise.all([Late.ahead(), Late.ahead()])
  expect(load).toHaveBeenCalledTimes(1)
})

it('says that Garten was renewed when the file is gone while the server answers', async () => {
  server(true)
  const gone = later(() => Promise.reject(new TypeError('404')))
  const ahead = gone.ahead()
  const refused = expect(ahead).rejects.toBeInstanceOf(Renewed)
  await vi.advanceTimersByTimeAsync(5000)
  await refused
})

it('offers to load the page anew then', () => {
  const Gone = () => {
    throw new Renewed()
  }
  draw(
    <BrokenPage>
      <Gone />
    </BrokenPage>,
  )
  expect(screen.getByRole('heading', { name: 'Garten was renewed' })).toBeVisible()
  expect(screen.getByRole('button', { name: 'Load it anew' })).toBeVisible()
  expect(JSON.stringify(complaints())).toContain('Gone')
})
