import { screen, waitFor, within } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { describe, expect, it } from 'vitest'
import type { GuideView } from '../../src/api/types'
import { draw } from '../testing/draw'
import { aCharacter, aGuide, aLength, aName, aTaxon } from '../testing/made'
import { type Asked, serve } from '../testing/server'
import { GuidePage } from '../../src/guide/names/GuidePage'
import namesCss from '../../src/guide/names/names.module.css'

const guide: GuideView = aGuide({
  title: 'Flora of the Fork',
  characters: [
    aCharacter(),
    aLength(),
    aCharacter({ id: 'bark-colour', label: 'Bark colour', organ: 'bark' }),
  ],
  taxa: [
    aTaxon('sapindaceae', 'Sapindaceae', { rank: 'family', family: 'Sapindaceae' }),
    aTaxon('apiaceae', 'Apiaceae', { rank: 'family', family: 'Apiaceae', commonNames: ['carrot family'] }),
    aTaxon('acer', 'Acer', { rank: 'genus', family: 'Sapindaceae', top: 'sapindaceae' }),
    aTaxon('acer-circinatum', 'Acer circinatum', {
      family: 'Sapindaceae',
      top: 'sapindaceae',
      commonNames: ['vine maple'],
    }),
    aTaxon('cicuta-douglasii', 'Cicuta douglasii', {
      family: 'Apiaceae',
      top: 'apiaceae',
      commonNames: ['water hemlock'],
      hazards: ['deadly'],
    }),
  ],
})

const open = (more: Record<string, unknown> = {}, at = '/guide') => {
  const server = serve({
    'GET /api/guide': guide,
    'GET /api/drawings/taxa/cicuta-douglasii': { panels: [], contradictions: [] },
    ...more,
  })
  const drawn = draw(
    <Routes>
      <Route path="/guide/:taxon?" element={<GuidePage />} />
    </Routes>,
    { at },
  )
  return { ...drawn, server }
}

describe('the guide at rest', () => {
  it('says what it holds, and what to know before touching anything', async () => {
    open()
    expect(await screen.findByRole('heading', { name: 'Flora of the Fork' })).toBeVisible()
    expect(
      screen.getByText(/2 kinds of plants, described by 3 features and told apart by 0 keys\./),
    ).toBeVisible()
    const main = within(screen.getByRole('main'))
    expect(main.getAllByRole('button')).toHaveLength(1)
    expect(main.getByRole('button')).toHaveTextContent('Cicuta douglasii ▲ deadly')
  })

  it('goes down the families in order', async () => {
    open()
    await screen.findByRole('heading', { name: 'Flora of the Fork' })
    const families = [...document.querySelectorAll(`.${namesCss.guideTree} summary`)].map(
      (s) => s.textContent,
    )
    expect(families).toEqual(['Apiaceae carrot family · 1', 'Sapindaceae 2'])
  })
})

describe('a name', () => {
  it('is found by an older or a common name, with a warning where that means several', async () => {
    const { user } = open({
      'GET /api/guide/names': ({ path }: Asked) => ({
        warning: path.includes('hemlock') ? '“hemlock” means several plants.' : '',
        names: path.includes('zzz')
          ? []
          : [
              {
                taxon: aName('cicuta-douglasii', 'Cicuta douglasii'),
                found: 'water hemlock',
                kind: 'common',
                family: 'Apiaceae',
                hazards: ['deadly'],
              },
              {
                taxon: aName('tsuga', 'Tsuga heterophylla', { common: 'western hemlock' }),
                found: 'Abies heterophylla',
                kind: 'synonym',
                family: 'Pinaceae',
                hazards: [],
              },
              {
                taxon: aName('cornus', 'Cornus unalaschkensis'),
                found: 'Cornus canadensis',
                kind: 'misapplied',
                family: 'Cornaceae',
                hazards: ['deadlyLookAlike'],
              },
            ],
      }),
    })
    const field = await screen.findByRole('searchbox')
    await user.type(field, ' hemlock ')
    expect(await screen.findByRole('status')).toHaveTextContent('“hemlock” means several plants.')
    const found = within(screen.getByRole('complementary', { name: 'Find a plant' }))
    expect(found.getAllByRole('button').map((b) => b.lastElementChild?.textContent)).toEqual([
      'water hemlock · Apiaceae',
      'older name · Abies heterophylla · Pinaceae',
      'here long called Cornus canadensis, which is another species · Cornaceae',
    ])
    expect(found.getByText(/deadly look-alike/)).toBeVisible()
    await user.clear(field)
    await user.type(field, 'zzz')
    expect(await screen.findByText('No name holds “zzz”.')).toBeVisible()
    await user.clear(field)
    expect(screen.getByRole('radiogroup', { name: 'How to look' })).toBeVisible()
  })

  it('opens its account at an address of its own', async () => {
    const { user, server } = open({ 'GET /api/guide/taxa/acer-circinatum': () => new Promise(() => {}) })
    await screen.findByRole('heading', { name: 'Flora of the Fork' })
    await user.click(document.querySelectorAll(`.${namesCss.guideTree} summary`)[1] as HTMLElement)
    await user.click(screen.getByRole('button', { name: /^Acer ?circinatum/ }))
    await waitFor(() => expect(server.asked.at(-1)?.path).toBe('/api/guide/taxa/acer-circinatum'))
    expect(screen.getByRole('button', { name: /^Acer ?circinatum/ })).toHaveAttribute('aria-current', 'page')
  })
})

describe('a feature', () => {
  it('names the plants that show it, and asks anew when another is chosen', async () => {
    const { user, server } = open({
      'GET /api/guide/showing/leaf-arrangement/opposite': [
        {
          taxon: aName('acer-circinatum', 'Acer circinatum'),
          family: 'Sapindaceae',
          share: 0.98,
          words: 'nearly always',
        },
      ],
      'GET /api/guide/showing/leaf-arrangement/alternate': [],
    })
    await user.click(await screen.findByRole('radio', { name: 'By feature' }))
    await user.click(screen.getByRole('combobox', { name: 'Feature' }))
    expect(screen.getAllByRole('option').map((o) => o.textContent)).toEqual(['Leaf arrangement'])
    await user.click(screen.getByRole('option', { name: 'Leaf arrangement' }))
    expect(await screen.findByText('1 plant shows it; the bar tells how often.')).toBeVisible()
    expect(screen.getByTitle('nearly always')).toHaveTextContent('Acer circinatum')
    await user.click(screen.getByRole('combobox', { name: 'Shows' }))
    await user.click(screen.getByRole('option', { name: 'alternate' }))
    expect(await screen.findByText('0 plants show it; the bar tells how often.')).toBeVisible()
    await user.click(screen.getByRole('combobox', { name: 'Organ' }))
    await user.click(screen.getByRole('option', { name: 'Bark' }))
    expect(screen.queryByRole('combobox', { name: 'Shows' })).toBeNull()
    expect(server.asked.filter((a) => a.path.includes('showing'))).toHaveLength(2)
  })
})
