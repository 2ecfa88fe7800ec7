import { screen, waitFor, within } from '@testing-library/react'
import { Route, Routes, useLocation } from 'react-router'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { SearchEntry } from '../../src/api/types'
import { foundAt } from '../../src/shell/foundAt'
import { Help } from '../../src/shell/Help'
import { Moved } from '../../src/shell/Moved'
import { placeOf } from '../../src/shell/places'
import { SearchBox } from '../../src/shell/SearchBox'
import { useShortcuts } from '../../src/kit/useShortcuts'
import { draw } from '../testing/draw'
import { type Asked, serve } from '../testing/server'

function Here() {
  const { pathname, search } = useLocation()
  return <output>{pathname + search}</output>
}

describe('an address', () => {
  it.each([
    ['/today', 'Today'],
    ['/identify/7', 'Identify'],
    ['/measure', 'Identify'],
    ['/survey', 'Survey'],
    ['/glossary', 'Guide'],
    ['/guide/acer', 'Guide'],
    ['/practice', 'Practice'],
  ])('%s lies in %s', (path, place) => expect(placeOf(path)?.label).toBe(place))

  it('of people lies in no place, nor one that only begins alike', () => {
    expect(placeOf('/people')).toBeNull()
    expect(placeOf('/guidebook')).toBeNull()
  })

  it.each([
    ['/bench/TF-031', '/bench/:rest?', '/identify', '/identify/TF-031'],
    ['/records?what=counts&sheet=5', '/records', '/survey?what=plants', '/survey?what=counts&sheet=5'],
    ['/records', '/records', '/survey?what=plants', '/survey?what=plants'],
    ['/words?word=pome', '/words', '/glossary', '/glossary?word=pome'],
  ])('of an earlier Garten, %s, leads on', (at, from, to, now) => {
    draw(
      <Routes>
        <Route path={from} element={<Moved to={to} />} />
        <Route path="*" element={<Here />} />
      </Routes>,
      { at },
    )
    expect(screen.getByRole('status')).toHaveTextContent(now)
  })
})

describe('the search', () => {
  const entries: SearchEntry[] = [
    { kind: 'name', id: 'acer-circinatum', label: 'Acer circinatum', note: 'vine maple', other: [] },
    { kind: 'term', id: 'Palmate', label: 'Palmate', note: 'like a hand', other: [] },
  ]

  it('opens by Ctrl K, finds while one types, and goes by Enter', async () => {
    const server = serve({ 'GET /api/search': ({ path }: Asked) => (path.includes('vine') ? entries : []) })
    const { user } = draw(
      <>
        <SearchBox />
        <Here />
      </>,
    )
    await user.keyboard('{Control>}k{/Control}')
    const field = await screen.findByRole('combobox', { name: /^Find a plant/ })
    await user.type(field, 'vine')
    expect(await screen.findByRole('option', { name: /Acer circinatum/ })).toHaveTextContent('vine maple')
    await user.keyboard('{Enter}')
    await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('/guide/acer-circinatum'))
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
    expect(server.asked.length).toBeGreaterThan(0)
  })

  it('says what to do where nothing is found', async () => {
    serve({ 'GET /api/search': [] })
    const { user } = draw(<SearchBox />)
    await user.click(screen.getByRole('button', { name: /^Find a plant/ }))
    await user.type(await screen.findByRole('combobox'), 'zz')
    expect(await screen.findByText(/Try fewer letters/)).toBeVisible()
  })

  it.each([
    [{ kind: 'plant', id: '7' }, '/identify/7'],
    [{ kind: 'ownName', id: 'n-1' }, '/survey?what=names'],
    [{ kind: 'site', id: 's' }, '/survey?what=plants&site=s'],
    [{ kind: 'feature', id: 'leaf margin' }, '/guide?feature=margin&organ=leaf'],
    [{ kind: 'term', id: 'Bundle scar' }, '/glossary?word=Bundle%20scar'],
    [{ kind: 'action', id: 'count s' }, '/survey?what=counts&sheet=new&site=s'],
    [{ kind: 'action', id: 'add-plant' }, '/identify?add='],
  ] as const)('leads %o to %s', (found, to) => expect(foundAt(found)).toBe(to))
})

describe('help', () => {
  const pressed = vi.fn()
  function Keyed() {
    useShortcuts({ l: pressed })
    return null
  }
  afterEach(() => localStorage.clear())

  it('opens by the question mark, with the way and the keys of the place one is in', async () => {
    const { user } = draw(<Help />, { at: '/identify/7' })
    await user.keyboard('?')
    const help = within(await screen.findByRole('dialog', { name: 'Identify: how it goes' }))
    expect(help.getByText(/Answer the key/)).toBeVisible()
    expect(help.getByText('neither fits')).toBeVisible()
    await user.click(help.getByRole('button', { name: 'Go on' }))
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
  })

  it('switches single keys off for who leans on the keyboard', async () => {
    const { user } = draw(
      <>
        <Help />
        <Keyed />
      </>,
    )
    await user.keyboard('l?')
    expect(pressed).toHaveBeenCalledTimes(1)
    await user.click(await screen.findByRole('switch', { name: /^Single keys act/ }))
    await user.click(screen.getByRole('button', { name: 'Go on' }))
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
    await user.keyboard('l')
    expect(pressed).toHaveBeenCalledTimes(1)
  })
})
