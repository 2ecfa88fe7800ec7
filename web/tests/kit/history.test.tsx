import { screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { DeletedCounts } from '../../src/survey/counts/DeletedCounts'
import { DeletedSites } from '../../src/kit/DeletedSites'
import { History } from '../../src/kit/History'
import { draw } from '../testing/draw'
import { aSite } from '../testing/made'
import { type Asked, serve } from '../testing/server'

describe('a history', () => {
  it('is asked for when it is opened, and tells who, when, before and after', async () => {
    const server = serve({
      'GET /api/history/site/s': [
        {
          at: '2026-11-20T10:00:00Z',
          by: 'M. Falk',
          what: 'site',
          changes: [{ label: 'name', before: 'Old Flat', after: 'New Flat' }],
        },
      ],
    })
    const { user } = draw(<History kind="site" id="s" />)
    expect(server.asked).toHaveLength(0)
    await user.click(screen.getByText('History'))
    expect(await screen.findByText('name: “Old Flat” → “New Flat”')).toBeVisible()
    expect(screen.getByText(/M. Falk: site/)).toBeVisible()
  })
})

it('a site that was deleted comes back', async () => {
  const back: string[] = []
  serve({
    'GET /api/deleted-sites': [aSite({ id: 's', name: 'Nowhere Flat' })],
    'POST /api/sites/s/return': [],
  })
  const { user } = draw(<DeletedSites onBack={(site) => back.push(site)} />)
  await user.click(await screen.findByText('1 site deleted'))
  await user.click(screen.getByRole('button', { name: 'Bring it back' }))
  expect(back).toEqual(['s'])
})

it('a count that was deleted comes back with its lines', async () => {
  const back: unknown[] = []
  serve({
    'GET /api/deleted-counts': [
      {
        id: 'c',
        site: 'Heron Slough',
        date: '2026-05-01',
        recorder: 'M. Falk',
        protocol: 'walkThrough',
        at: '2026-05-02T00:00:00Z',
      },
    ],
    'POST /api/counts/c/return': ({ body }: Asked) => {
      back.push(body)
      return []
    },
  })
  const { user } = draw(<DeletedCounts />)
  await user.click(await screen.findByText('1 count deleted'))
  await user.click(screen.getByRole('button', { name: 'Bring it back' }))
  expect(back).toHaveLength(1)
})
