import { screen, within } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { describe, expect, it, vi } from 'vitest'
import { EasilyTaken } from '../../src/guide/apart/EasilyTaken'
import { KeysPage } from '../../src/guide/keys/KeysPage'
import { draw } from '../testing/draw'
import { aName } from '../testing/made'
import { Says, serve } from '../testing/server'

const page = (
  <Routes>
    <Route path="/keys/:key?" element={<KeysPage />} />
  </Routes>
)

describe('a key as a text', () => {
  it('says each choice and where it leads', async () => {
    serve({
      'GET /api/guide': { keys: [] },
      'GET /api/guide/keys/shrubs': {
        id: 'shrubs',
        title: 'Shrubs',
        useWhen: 'Woody, several stems.',
        steps: [
          {
            number: 1,
            choices: [
              {
                number: 1,
                says: ['Leaves opposite', 'pith white'],
                step: 4,
                taxon: null,
                key: '',
                keyTitle: '',
              },
              {
                number: 2,
                says: ['Leaves alternate'],
                step: null,
                taxon: aName('b', 'Acer glabrum'),
                key: '',
                keyTitle: '',
              },
              {
                number: 3,
                says: ['Leaves whorled'],
                step: null,
                taxon: null,
                key: 'trees',
                keyTitle: 'Trees',
              },
            ],
          },
        ],
      },
    })
    draw(page, { at: '/keys/shrubs' })
    expect(await screen.findByRole('heading', { name: 'Shrubs' })).toBeVisible()
    expect(screen.getByText('Leaves opposite; pith white')).toBeVisible()
    expect(screen.getByRole('link', { name: '4' })).toHaveAttribute('href', '#step-4')
    expect(screen.getByRole('link', { name: 'Acer glabrum' })).toHaveAttribute('href', '/guide/b')
    expect(screen.getByRole('link', { name: 'Trees' })).toHaveAttribute('href', '/keys/trees')
  })

  it('that there is not is said, and the list stays to choose from', async () => {
    serve({
      'GET /api/guide': { keys: [] },
      'GET /api/guide/keys/none': new Says(404, { detail: 'The guide has no such key.' }),
    })
    draw(page, { at: '/keys/none' })
    expect(await screen.findByRole('alert')).toHaveTextContent('The guide has no such key.')
  })

  it('is chosen from the list of all', async () => {
    serve({
      'GET /api/guide': {
        keys: [
          {
            id: 'shrubs',
            title: 'Shrubs',
            useWhen: 'Woody.',
            couplets: [1, 2],
            names: 1,
            start: 1,
            scope: null,
          },
        ],
      },
    })
    draw(page, { at: '/keys' })
    const line = (await screen.findByRole('link', { name: 'Shrubs' })).closest('li') as HTMLElement
    expect(within(line).getByText(/2 steps, 1 name/)).toBeVisible()
  })
})

describe('what is easily taken for each other', () => {
  const pair = (n: number) => ({
    one: aName(`a${n}`, `Alba prima${n}`),
    other: aName(`b${n}`, `Alba secunda${n}`),
    text: 'Stem spotted, not plain.',
    hazards: ['deadly' as const],
  })

  it('stands as pairs with what parts them, and is told apart by one press', async () => {
    serve({ 'GET /api/guide/look-alikes': Array.from({ length: 14 }, (_, i) => pair(i)) })
    const chosen = vi.fn()
    const { user } = draw(<EasilyTaken onApart={chosen} />)
    const first = await screen.findByRole('button', { name: /Alba prima0 and Alba secunda0/ })
    expect(first).toHaveTextContent('▲ deadly')
    expect(screen.getAllByRole('listitem')).toHaveLength(12)
    await user.click(screen.getByRole('button', { name: 'All 14 pairs' }))
    expect(screen.getAllByRole('listitem')).toHaveLength(14)
    await user.click(first)
    expect(chosen).toHaveBeenCalledWith(['a0', 'b0'])
  })
})
