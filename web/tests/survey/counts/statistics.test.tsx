import { screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { Statistic, SpeciesLine } from '../../../src/api/types'
import { StatisticsPanel } from '../../../src/survey/counts/StatisticsPanel'
import { draw } from '../../testing/draw'
import { aName, aSite, someStatistics } from '../../testing/made'
import { serve } from '../../testing/server'

const statistic = (value: number, low: number | null = null, high: number | null = null): Statistic => ({
  value,
  error: null,
  low,
  high,
  lacking: '',
})

const aSpecies = (part: Partial<SpeciesLine> = {}): SpeciesLine => ({
  taxon: aName('a', 'Acer circinatum'),
  seen: { of: 2, all: 5 } as SpeciesLine['seen'],
  totals: { Individuals: 12, CoverPercent: 30 },
  density: statistic(1.234, 0.5, 2),
  cover: null,
  basalArea: 3.456,
  first: '2025-04-01',
  last: '2026-05-01',
  planted: false,
  ...part,
})

const open = (part: object) => {
  const server = serve({
    'GET /api/sites': [aSite()],
    'GET /api/counts/years': [2025, 2026],
    'GET /api/statistics': someStatistics({ species: [aSpecies()], ...part }),
    'GET /api/statistics/changes': [],
    'GET /api/statistics/not-seen': [],
  })
  return { ...draw(<StatisticsPanel />), server }
}

const part = async (name: string) => within(await screen.findByRole('region', { name }))

describe('statistics', () => {
  it('say what they rest on', async () => {
    open({ units: 1, unnamed: 2, partial: true, mixed: true })
    expect(await screen.findByRole('status')).toHaveTextContent(
      '1 sampling unit; sensitive species are left out for you; 2 lines add no species: a genus, or a name with cf., aff. or ?',
    )
    expect(screen.getByText(/^These were counted by unlike protocols/)).toBeVisible()
  })

  it('say in words where there is too little, in place of a number', async () => {
    open({})
    const many = await part('How many species')
    expect(many.getByRole('row', { name: /^Chao 1, by individuals/ })).toHaveTextContent(
      'Too little was counted.',
    )
    expect((await part('How even')).getByText('Too little was counted.')).toBeVisible()
    expect((await part('Species by effort')).getByText('Needs at least 2 sampling units.')).toBeVisible()
  })

  it('have their interval, and a true minus', async () => {
    open({
      countedIn: 'individuals',
      individuals: 120,
      speciesCounted: 9,
      chao1: statistic(12.34, 9.04, 20.1),
      shannon: statistic(1.234, -0.1, 2),
      simpson: statistic(0.75),
      hill1: statistic(3.4),
      hill2: statistic(2.9),
    })
    const many = await part('How many species')
    expect(many.getByRole('row', { name: /^Chao 1, by individuals of 9 species/ })).toHaveTextContent(
      '12.3 (9.0 to 20.1)',
    )
    const even = await part('How even')
    expect(even.getByRole('row', { name: /^Shannon/ })).toHaveTextContent('1.23 (−0.10 to 2.00)')
    expect(even.getByRole('row', { name: /^Simpson/ })).toHaveTextContent('0.750')
  })

  it('count no planted species among those seen, and say so in the table', async () => {
    open({ species: [aSpecies(), aSpecies({ taxon: aName('b', 'Acer platanoides'), planted: true })] })
    expect((await part('How many species')).getByRole('row', { name: /^Seen/ })).toHaveTextContent('Seen1')
    const rows = (await part('Species')).getAllByRole('row').slice(1)
    expect(rows[0]).toHaveTextContent(
      'Acer circinatum 2 of 512 individuals, 30 cover percent1.23 (0.50 to 2.00)3.51 Apr 20251 May 2026',
    )
    expect(rows[1]).toHaveTextContent('Acer platanoides planted')
  })

  it('draw the curve of species by effort within its band', async () => {
    const points = [1, 2, 4].map((effort) => ({ effort, species: effort * 2, error: 0.5 }))
    open({ curve: points })
    await part('Species by effort')
    expect(
      await screen.findByRole('figure', { name: '8 species in 4 units, 4.0 expected in half of them' }),
    ).toBeInTheDocument()
    expect(screen.getByText('95 in 100 lie here')).toBeVisible()
  })

  it('hold sites against each other, or say how to have fewer of them', async () => {
    const { unmount } = open({
      sites: [
        {
          one: 'Fen',
          other: 'Bench',
          jaccard: statistic(0.5),
          sorensen: statistic(0.667),
          brayCurtis: statistic(0.4),
        },
      ],
    })
    expect(
      (await part('How alike the sites are')).getByRole('row', { name: /^Fen and Bench/ }),
    ).toHaveTextContent('0.500.670.40')
    unmount()
    open({ siteCount: 400 })
    expect(await screen.findByText(/these are 400\. Choose a year/)).toBeVisible()
  })

  it('are those of a year, a site and a protocol', async () => {
    const { user, server } = open({})
    const choose = async (field: string, option: string) => {
      await user.click(await screen.findByRole('combobox', { name: field }))
      await user.click(screen.getByRole('option', { name: option }))
    }
    await choose('Year', '2025')
    await choose('Counted by', 'Line transect')
    await choose('Site', 'Upper bench')
    await waitFor(() =>
      expect(server.asked.map((a) => a.path)).toContain(
        '/api/statistics?site=3&protocol=lineTransect&year=2025',
      ),
    )
  })
})
