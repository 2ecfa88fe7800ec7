import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { draw } from '../../testing/draw'
import { aCount, aSession, aSite } from '../../testing/made'
import { Says, serve } from '../../testing/server'
import { CountsPanel } from '../../../src/survey/counts/CountsPanel'

const { sheet } = aCount()
const usual = {
  'GET /api/deleted-counts': [],
  'GET /api/sites': [aSite(), aSite({ id: '4', name: 'Fen' })],
  'GET /api/map': { places: [] },
  'GET /api/counts/41': aCount(),
  'GET /api/counts/41/reading': {},
}

describe('the list of counts', () => {
  it('opens the one that is pressed, and leads back', async () => {
    serve({ ...usual, 'GET /api/counts': { sheets: [{ ...sheet, lines: 1 }], more: false } })
    const { user } = draw(<CountsPanel />)
    await user.click(await screen.findByRole('button', { name: /Upper bench 14 May 2026/ }))
    expect(
      await screen.findByRole('heading', { name: 'Walk-through list, Upper bench, 14 May 2026' }),
    ).toBeVisible()
    await user.click(screen.getByRole('button', { name: 'All counts' }))
    expect(await screen.findByText(/^Choose a count, or begin one/)).toBeVisible()
  })

  it('goes on to earlier ones from where it ended', async () => {
    const older = { ...sheet, id: 40, content: { ...sheet.content, date: '2025-05-01' } }
    const server = serve({
      ...usual,
      'GET /api/counts': ({ path }: { path: string }) =>
        path.includes('beforeId=41') ? { sheets: [older], more: false } : { sheets: [sheet], more: true },
    })
    const { user } = draw(<CountsPanel />)
    await user.click(await screen.findByRole('button', { name: 'Earlier counts' }))
    expect(await screen.findByRole('button', { name: /1 May 2025/ })).toBeVisible()
    expect(screen.getByRole('button', { name: /14 May 2026/ })).toBeVisible()
    expect(screen.queryByRole('button', { name: 'Earlier counts' })).toBeNull()
    expect(server.asked.at(-1)?.path).toContain('beforeDay=2026-05-14')
  })

  it('says when there is none, and is not begun by who only reads', async () => {
    serve({ ...usual, 'GET /api/counts': { sheets: [], more: false } })
    draw(<CountsPanel />, { session: aSession({ mayRecord: false }) })
    expect(await screen.findByText('No count yet.')).toBeVisible()
    expect(screen.getByRole('button', { name: 'Begin a count' })).toBeDisabled()
  })
})

describe('a new count', () => {
  it('is begun at a site, on a day, by a protocol, with the checks made', async () => {
    const server = serve({
      ...usual,
      'GET /api/counts': { sheets: [], more: false },
      'POST /api/counts': aCount(),
    })
    const { user } = draw(<CountsPanel />)
    await waitFor(() => expect(screen.getByRole('button', { name: 'Begin a count' })).toBeEnabled())
    await user.click(screen.getByRole('button', { name: 'Begin a count' }))
    await user.click(await screen.findByRole('combobox', { name: 'Site' }))
    await user.click(screen.getByRole('option', { name: 'Fen' }))
    await user.click(screen.getByRole('combobox', { name: /^How/ }))
    await user.click(screen.getByRole('option', { name: 'Quadrats with cover' }))
    fireEvent.change(screen.getByLabelText('Plots'), { target: { value: '10' } })
    fireEvent.change(screen.getByLabelText('Area of a plot, m²'), { target: { value: '0.25' } })
    fireEvent.change(screen.getByLabelText('Began'), { target: { value: '09:15' } })
    await user.click(screen.getByRole('checkbox', { name: /Somebody knows/ }))
    await user.click(screen.getByRole('button', { name: 'Begin' }))
    expect(await screen.findByRole('region', { name: 'The count' })).toBeVisible()
    expect(server.sent('POST /api/counts')).toEqual([
      {
        id: expect.any(String),
        safe: true,
        content: expect.objectContaining({
          site: '4',
          date: '2026-05-14',
          protocol: 'quadrats',
          plots: 10,
          plotAreaM2: 0.25,
          started: '09:15:00',
          ended: null,
        }),
      },
    ])
  })

  it('keeps its number when it is sent again after a refusal', async () => {
    const server = serve({
      ...usual,
      'GET /api/counts': { sheets: [], more: false },
      'POST /api/counts': new Says(400, { detail: 'Say first that the checks are made.' }),
    })
    const { user } = draw(<CountsPanel />, { at: '/?what=counts&sheet=new' })
    const begin = await screen.findByRole('button', { name: 'Begin' })
    await waitFor(() => expect(begin).toBeEnabled())
    await user.click(begin)
    expect(await screen.findByRole('alert')).toHaveTextContent('the checks are made')
    await user.click(begin)
    await waitFor(() => expect(server.sent('POST /api/counts')).toHaveLength(2))
    const [first, second] = server.sent('POST /api/counts') as { id: string }[]
    expect(first?.id).toBeTruthy()
    expect(second?.id).toBe(first?.id)
  })
})
