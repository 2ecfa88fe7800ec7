import { screen, waitFor, within } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { AtRisk } from '../../src/field/AtRisk'
import { characterOf, fileOf, plantOf, wordsOf } from '../../src/field/changeWords'
import { KeepScreenOn } from '../../src/field/KeepScreenOn'
import { fromFile, toFile } from '../../src/field/waitingFile'
import { WaitingPage } from '../../src/field/WaitingPage'
import { database, type WaitingChange } from '../../src/offline/database'
import { screenAwake } from '../../src/offline/screenAwake'
import { outbox } from '../../src/offline/outbox'
import { aGuide, anObservation } from '../testing/made'
import { draw } from '../testing/draw'
import { serve } from '../testing/server'

const id = '01a23364-c481-7f99-846b-c180efad0e01'
const plant = '959a6cd7-33fe-a71e-cb74-59e56a0e14a7'

const waiting = (change: Partial<WaitingChange> = {}): WaitingChange => ({
  id,
  person: 'falk',
  page: 'gone',
  method: 'POST',
  address: `/api/plants/${plant}/visits`,
  pattern: '/api/plants/{plant}/visits',
  type: 'application/json',
  content: '{}',
  asked: '2026-12-01T09:00:00Z',
  refused: null,
  ...change,
})

describe('the words of a change', () => {
  it('name the plant and the feature by its address', () => {
    const address = `/api/plants/${plant}/visits/1/features/bark-surface`
    expect(plantOf(address)).toBe(plant)
    expect(characterOf(address)).toBe('bark-surface')
    expect(fileOf('/api/photos/1?name=leaf%20by%20the%20ford.jpg')).toBe('leaf by the ford.jpg')
    expect(fileOf(address)).toBeNull()
    expect(plantOf('/api/plants')).toBeNull()
    expect(characterOf('/api/sites/1')).toBeNull()
  })

  it('are there for every change the page can send', () => {
    const sent = Object.values(
      import.meta.glob('../../src/**/*.{ts,tsx}', { query: '?raw', import: 'default', eager: true }),
    ).flatMap((text) => {
      // A request that goes under a number of its own: its address, and soon after it the header.
      const found = String(text).matchAll(/api\.(POST|PUT|DELETE)\(\s*'([^']+)'(?=[^;]{0,400}?under\()/g)
      return [...found].map(([, method = '', pattern = '']) => `${method} ${pattern}`)
    })
    expect(sent.length).toBeGreaterThan(20)
    const unnamed = sent.filter((s) => wordsOf(...(s.split(' ') as [string, string])).startsWith('A change:'))
    expect(unnamed).toEqual([])
  })
})

describe('what is at risk on this device', () => {
  const since = (hours: number) => new Date(Date.now() - hours * 3_600_000).toISOString()

  it('is said with how long the oldest waits, and louder where the browser may clear it', async () => {
    const persisted = vi.fn(() => Promise.resolve(false))
    Object.defineProperty(navigator, 'storage', { value: { persisted }, configurable: true })
    draw(<AtRisk changes={[waiting({ asked: since(2) }), waiting({ asked: since(70) })]} />)
    // What the browser promises comes after the first drawing, so it is waited for by its own words.
    expect(await screen.findByText(/may clear what it keeps when room runs short/)).toHaveTextContent(
      'The oldest has waited 3 days',
    )
    Reflect.deleteProperty(navigator, 'storage')
  })

  it('is nothing where nothing waits', () => {
    draw(<AtRisk changes={[]} />)
    expect(screen.queryByText(/waited/)).toBeNull()
  })
})

describe('the screen', () => {
  const can = (request: () => Promise<unknown>) =>
    Object.defineProperty(navigator, 'wakeLock', { value: { request }, configurable: true })

  afterEach(async () => {
    if (screenAwake.wanted()) await screenAwake.want(false)
    Reflect.deleteProperty(navigator, 'wakeLock')
  })

  it('is kept on when asked, and let go of', async () => {
    let held = 0
    can(() => {
      const sentinel = Object.assign(new EventTarget(), {
        release: () => {
          held--
          sentinel.dispatchEvent(new Event('release'))
          return Promise.resolve()
        },
      })
      held++
      return Promise.resolve(sentinel)
    })
    const { user } = draw(<KeepScreenOn />)
    const toggle = screen.getByRole('switch', { name: /Keep the screen on/ })
    await user.click(toggle)
    await waitFor(() => expect(held).toBe(1))
    expect(toggle).toBeChecked()
    await user.click(toggle)
    await waitFor(() => expect(held).toBe(0))
  })

  it('that may not be kept on is told of', async () => {
    can(() => Promise.reject(new Error('battery')))
    const { user } = draw(<KeepScreenOn />)
    await user.click(screen.getByRole('switch', { name: /Keep the screen on/ }))
    expect(await screen.findByText(/does not allow it just now/)).toBeVisible()
  })

  it('is not spoken of where the browser cannot', () => {
    draw(<KeepScreenOn />)
    expect(screen.queryByRole('switch')).toBeNull()
  })
})

describe('a file of what waits', () => {
  it('is read as it was written, pictures too', async () => {
    const picture = new Blob([new Uint8Array([0, 137, 255])], { type: 'image/png' })
    const file = await toFile([waiting(), waiting({ content: picture, type: 'image/png' })])
    const [one, two] = fromFile(await file.text())
    expect(one).toMatchObject({ id, method: 'POST', content: '{}' })
    expect(two?.content).toBeInstanceOf(Blob)
    expect(new Uint8Array(await (two?.content as Blob).arrayBuffer())).toEqual(new Uint8Array([0, 137, 255]))
  })

  it.each([
    ['no file at all', 'cannot be read', '{'],
    ['another file', 'Choose one that', '{"plants":[]}'],
    [
      'a change of another kind than it says',
      'Change 1',
      JSON.stringify({
        garten: 'waiting changes',
        changes: [{ id, method: 'POST', pattern: '/api/sites', address: '/api/people', asked: '2026-12-01' }],
      }),
    ],
    [
      'a change to elsewhere',
      'Change 1',
      JSON.stringify({ garten: 'waiting changes', changes: [{ id, address: 'https://elsewhere' }] }),
    ],
  ])('is not taken for one when it is %s', (_, says, text) => {
    expect(() => fromFile(text)).toThrow(says)
  })
})

describe('what waits to be sent', () => {
  beforeEach(async () => {
    await database.changes.clear()
    outbox.of('falk')
    serve({ 'GET /api/plants': [], 'GET /api/guide': aGuide() })
  })

  it('says when nothing does', async () => {
    draw(<WaitingPage />)
    expect(await screen.findByText(/Nothing waits/)).toBeVisible()
    expect(screen.getByRole('button', { name: 'Send now' })).toBeDisabled()
  })

  it('is told in words, and dropped only after a question', async () => {
    await database.changes.put(waiting({ refused: 'There is no such plant.' }))
    const { user } = draw(<WaitingPage />)
    expect(await screen.findByText('A visit')).toBeVisible()
    expect(screen.getByText('Not taken: There is no such plant.')).toBeVisible()
    await user.click(screen.getByRole('button', { name: 'Drop …' }))
    await user.click(screen.getByRole('button', { name: 'Keep' }))
    expect(await database.changes.count()).toBe(1)
    await user.click(screen.getByRole('button', { name: 'Drop …' }))
    await user.click(screen.getByRole('button', { name: 'Drop' }))
    await waitFor(() => expect(screen.getByText(/Nothing waits/)).toBeVisible())
    expect(await database.changes.count()).toBe(0)
  })

  it('is shown beside what another saw where that is why it was not taken, and one of the two is chosen', async () => {
    const theirs = anObservation({ recorder: 'J. Adeyemi', revision: 41 })
    const feature = waiting({
      method: 'PUT',
      pattern: '/api/plants/{plant}/visits/{visit}/features/{character}',
      content: JSON.stringify({ finding: 'states', states: ['serrate'], expected: null }),
      refused: 'J. Adeyemi changed this feature in the meantime.',
      theirs,
    })
    await database.changes.put(feature)
    const { user } = draw(<WaitingPage />)
    expect(await screen.findByText(`${theirs.label}: ${theirs.summary}`)).toBeVisible()
    expect(screen.queryByRole('button', { name: 'Drop …' })).toBeNull()
    await user.click(screen.getByRole('button', { name: 'Record mine instead' }))
    await waitFor(() => expect(screen.queryByText(/Not taken/)).toBeNull())
    const [sent] = await database.changes.toArray()
    expect(JSON.parse(sent?.content as string)).toMatchObject({ states: ['serrate'], expected: 41 })
    // Another change than the one that was refused.
    expect(sent?.id).not.toBe(feature.id)

    await database.changes.clear()
    await database.changes.put(feature)
    await outbox.look()
    await user.click(await screen.findByRole('button', { name: 'Keep theirs' }))
    expect(await screen.findByText(/Nothing waits/)).toBeVisible()
  })

  it('would go with all else on the device: that is said, and offered as a file', async () => {
    await database.changes.bulkPut([waiting(), waiting({ id: 'other', person: 'lindqvist' })])
    const { user } = draw(<WaitingPage />)
    await screen.findByText('A visit')
    await user.click(screen.getByRole('button', { name: 'Wipe this device …' }))
    const dialog = within(await screen.findByRole('dialog'))
    expect(dialog.getByText('1 change of yours would be lost.')).toBeVisible()
    expect(dialog.getByText('1 change of other people would be lost.')).toBeVisible()
    expect(dialog.getByRole('button', { name: 'Save as a file' })).toBeVisible()
    await user.click(dialog.getByRole('button', { name: 'Leave it' }))
    expect(await database.changes.count()).toBe(2)
  })

  it('comes from a file, and says what is wrong with one', async () => {
    const { user, container } = draw(<WaitingPage />)
    const field = container.querySelector('input[type=file]') as HTMLInputElement
    await user.upload(field, new File(['{}'], 'x.json', { type: 'application/json' }))
    expect(await screen.findByRole('alert')).toHaveTextContent('This is no file of waiting changes')
    const file = await toFile([waiting()])
    await user.upload(field, new File([await file.text()], 'w.json', { type: 'application/json' }))
    expect(await screen.findByText('A visit')).toBeVisible()
  })
})
