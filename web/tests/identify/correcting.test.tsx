import { screen, waitFor } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { CorrectPlantDialog } from '../../src/identify/plant/CorrectPlantDialog'
import { CorrectVisit } from '../../src/identify/visits/CorrectVisit'
import { DeletedPlants } from '../../src/survey/records/DeletedPlants'
import { aSheet, aSite } from '../testing/made'
import { draw } from '../testing/draw'
import { Says, serve } from '../testing/server'

const served = {
  'GET /api/sites': [aSite(), aSite({ id: '4', name: 'Fen', elevationM: null })],
  'GET /api/plants/7/corrections': [
    {
      at: '2026-11-02T10:00:00Z',
      by: 'M. Falk',
      what: 'the plant',
      changes: [{ label: 'tag', before: 'TF-1', after: 'TF-7' }],
    },
  ],
  'POST /api/bench/names': {},
}

describe('putting a plant right', () => {
  const open = (more: Record<string, unknown> = {}) => {
    const acts = { onClose: vi.fn(), onDeleted: vi.fn() }
    const server = serve({ ...served, ...more })
    return { ...draw(<CorrectPlantDialog sheet={aSheet()} {...acts} />), server, ...acts }
  }

  it('sends what was seen and what shall be, and shows what was put right before', async () => {
    const { user, server, onClose } = open({ 'PUT /api/plants/7': aSheet() })
    expect(await screen.findByText(/M. Falk/)).toHaveTextContent('tag: “TF-1” → “TF-7”')
    await user.clear(screen.getByLabelText('Tag'))
    await user.type(screen.getByLabelText('Tag'), 'TF-900')
    await user.click(screen.getByRole('button', { name: 'Keep' }))
    await waitFor(() => expect(onClose).toHaveBeenCalled())
    const { plant } = aSheet()
    const before = {
      tag: plant.tag,
      site: plant.site.id,
      description: plant.description,
      origin: plant.origin,
    }
    expect(server.sent('PUT /api/plants/7')).toEqual([{ before, after: { ...before, tag: 'TF-900' } }])
  })

  it('keeps what was written when it is refused', async () => {
    const { user, onClose } = open({ 'PUT /api/plants/7': new Says(400, { detail: 'That is no tag.' }) })
    await user.clear(screen.getByLabelText('Tag'))
    await user.type(screen.getByLabelText('Tag'), 'x')
    await user.click(screen.getByRole('button', { name: 'Keep' }))
    expect(await screen.findByText('That is no tag.')).toBeVisible()
    expect(screen.getByLabelText('Tag')).toHaveValue('x')
    expect(onClose).not.toHaveBeenCalled()
  })

  it('is deleted only after it was said why and what goes', async () => {
    const { user, server, onDeleted } = open({ 'POST /api/plants/7/removal': [] })
    await user.click(screen.getByRole('button', { name: 'Delete this plant …' }))
    expect(screen.getByRole('dialog')).toHaveTextContent('Nothing is lost')
    await user.type(screen.getByLabelText('Why'), 'taken twice')
    await user.click(screen.getByRole('button', { name: 'Delete it' }))
    await waitFor(() => expect(onDeleted).toHaveBeenCalled())
    expect(server.sent('POST /api/plants/7/removal')).toEqual([{ reason: 'taken twice' }])
  })
})

describe('putting a visit right', () => {
  it('moves it to another day', async () => {
    const sheet = aSheet()
    const [visit] = sheet.visits
    if (!visit) throw new Error('no visit')
    const path = `PUT /api/plants/7/visits/${visit.id}`
    const server = serve({ ...served, [path]: aSheet() })
    const done = vi.fn()
    const { user } = draw(<CorrectVisit sheet={sheet} visit={visit} today="2026-11-20" onDone={done} />)
    await user.clear(screen.getByLabelText('Date'))
    await user.type(screen.getByLabelText('Date'), '2026-04-01')
    await user.click(screen.getByRole('button', { name: 'Keep' }))
    await waitFor(() => expect(done).toHaveBeenCalled())
    expect(server.sent(path)).toEqual([
      {
        before: expect.objectContaining({ date: visit.date }),
        after: expect.objectContaining({ date: '2026-04-01' }),
      },
    ])
  })
})

describe('deleted plants', () => {
  it('are listed with why, and come back', async () => {
    const server = serve({
      'GET /api/deleted-plants': [
        {
          id: '9',
          tag: 'TF-9',
          description: 'a shrub',
          site: 'Fen',
          by: 'M. Falk',
          at: '2026-11-02T10:00:00Z',
          reason: 'taken twice',
        },
      ],
      'POST /api/plants/9/return': [],
    })
    const { user } = draw(<DeletedPlants />)
    await user.click(await screen.findByText('Deleted plants (1)'))
    expect(screen.getByRole('listitem')).toHaveTextContent('taken twice')
    await user.click(screen.getByRole('button', { name: 'Bring it back' }))
    await waitFor(() => expect(screen.queryByRole('listitem')).toBeNull())
    expect(server.asked.filter((a) => a.method === 'POST')).toHaveLength(1)
  })
})
