import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { LabelView, ReportView, Site } from '../../../src/api/types'
import { ChecklistPanel } from '../../../src/survey/papers/ChecklistPanel'
import { LabelsPanel } from '../../../src/survey/papers/LabelsPanel'
import { ReportMap } from '../../../src/survey/papers/ReportMap'
import { ReportPanel } from '../../../src/survey/papers/ReportPanel'
import { draw } from '../../testing/draw'
import { aName, aSite, someStatistics } from '../../testing/made'
import { type Asked, serve } from '../../testing/server'
import kitCss from '../../../src/kit/kit.module.css'
import papersCss from '../../../src/survey/papers/papers.module.css'

describe('the map of a report', () => {
  const base = (geometry: object) =>
    JSON.stringify({
      type: 'FeatureCollection',
      features: [{ type: 'Feature', properties: { kind: 'forest' }, geometry }],
    })
  const area = base({
    type: 'Polygon',
    coordinates: [
      [
        [10, 60],
        [10.02, 60],
        [10.02, 60.02],
        [10, 60.02],
        [10, 60],
      ],
      [
        [10.005, 60.005],
        [10.01, 60.005],
        [10.01, 60.01],
        [10.005, 60.005],
      ],
    ],
  })
  const sites: Site[] = [
    aSite({ id: '1', name: 'Nowhere yet', latitude: null, longitude: null }),
    aSite({ id: '2', name: 'Fen', latitude: 60.01, longitude: 10.01 }),
  ]

  it('numbers the sites as the list beside it does, those without a place too', () => {
    const { container } = draw(<ReportMap base={area} sites={sites} />)
    expect(container.querySelector('title')).toHaveTextContent('Map of the sites: Fen')
    expect(container.querySelector(`.${papersCss.reportNumber}`)).toHaveTextContent('2')
  })

  it('has one scale both ways, east shortened as it is so far north', () => {
    const { container } = draw(<ReportMap base={area} sites={sites} />)
    const [, , width, height] = (container.querySelector('svg')?.getAttribute('viewBox') ?? '')
      .split(' ')
      .map(Number)
    // At 60° a square of degrees is twice as high as it is wide.
    expect(((height ?? 0) - 28) / ((width ?? 0) - 28)).toBeCloseTo(2, 1)
  })

  it('closes every ring of an area, and no line', () => {
    const closed = draw(<ReportMap base={area} sites={sites} />).container
    expect(closed.querySelector('path')?.getAttribute('d')?.match(/Z/g)).toHaveLength(2)
    const open = draw(
      <ReportMap
        base={base({
          type: 'LineString',
          coordinates: [
            [10, 60],
            [10.02, 60.02],
          ],
        })}
        sites={sites}
      />,
    ).container
    expect(open.querySelector('path')?.getAttribute('d')).not.toContain('Z')
  })

  it('is not drawn where no site has a place', () => {
    const { container } = draw(<ReportMap base={area} sites={sites.slice(0, 1)} />)
    expect(container.querySelector('svg')).toBeNull()
  })
})

describe('a report', () => {
  const report: ReportView = {
    title: 'Tamsin Fork, 2026',
    made: '2026-05-14',
    by: 'R. Ostrow',
    people: ['J. Adeyemi', 'M. Falk'],
    names: 'A small flora, version 1',
    base: '',
    sites: [aSite({ description: 'Old terrace' })],
    pictured: [],
    withheld: [
      {
        taxon: aName('calypso-bulbosa', 'Calypso bulbosa'),
        author: '',
        rank: 'species',
        year: 2026,
        place: { latitude: 45.05, longitude: -123.65, uncertaintyM: 9700 } as never,
        records: 2,
      },
    ],
    statistics: someStatistics({ species: [] }),
    report: {
      followed: 1,
      effort: [
        {
          protocol: 'quadrats',
          name: 'quadrats with cover',
          method: 'Cover by classes.',
          visits: 2,
          sites: 1,
          hours: 3.25,
          untimed: 1,
          plots: 10,
          areaM2: 2.5,
          lengthM: 0,
          first: '2026-04-01',
          last: '2026-05-01',
        },
      ],
      species: [
        {
          taxon: aName('a', 'Acer circinatum', { common: 'vine maple' }),
          author: 'Pursh',
          family: 'Sapindaceae',
          status: 'native',
          grade: 'confirmed',
          evidence: '1 plant followed',
          first: '2026-04-01',
          last: '2026-05-01',
          planted: false,
        },
        {
          taxon: aName('b', 'Acer platanoides'),
          author: 'L.',
          family: 'Sapindaceae',
          status: 'introduced',
          grade: null,
          evidence: '3 counts',
          first: '2026-04-01',
          last: '2026-04-01',
          planted: true,
        },
      ],
      doubtful: [{ what: 'Salix sp.', where: 'Fen', on: '2026-04-02', why: 'stops at the genus' }],
    },
  }
  const usual = {
    'GET /api/report': report,
    'GET /api/sites': [aSite()],
    'GET /api/counts/years': [2025, 2026],
  }

  it('says who did what, how, and with how much effort', async () => {
    serve(usual)
    draw(<ReportPanel />)
    const paper = within(await screen.findByRole('article', { name: 'Report' }))
    expect(paper.getByRole('heading', { level: 1 })).toHaveTextContent('Tamsin Fork, 2026')
    expect(paper.getByText(/Counted and recorded by J. Adeyemi, M. Falk\./)).toBeVisible()
    expect(paper.getByText(/^1 plant was followed/)).toBeVisible()
    const effort = within(paper.getByRole('region', { name: 'Methods and effort' })).getAllByRole('cell')
    expect(effort.map((c) => c.textContent)).toEqual([
      'Quadrats with coverCover by classes.',
      '2',
      '1',
      '3.3, 1 without times',
      '10 plots, 2.5 m²',
      '1 Apr 2026',
      '1 May 2026',
    ])
  })

  it('lists species with grade and evidence, the doubtful apart, the sensitive coarsely', async () => {
    serve(usual)
    draw(<ReportPanel />)
    const species = within(await screen.findByRole('region', { name: 'Species found' }))
    const rows = species.getAllByRole('row').slice(1)
    expect(rows[0]).toHaveTextContent(
      'SapindaceaeAcer circinatum Purshvine maplenativeconfirmed1 plant followed',
    )
    expect(rows[1]).toHaveTextContent('Acer platanoides L.planted3 counts')
    expect(rows[1]).not.toHaveTextContent('Sapindaceae')
    expect(screen.getByRole('region', { name: 'In doubt' })).toHaveTextContent(
      'Salix sp.Fen2 Apr 2026stops at the genus',
    )
    expect(screen.getByRole('region', { name: /^Sensitive species/ })).toHaveTextContent(
      'Calypso bulbosa, 2026: 2 records, somewhere within 9.7 km of 45.05° N 123.65° W',
    )
    expect(screen.queryByRole('region', { name: 'Statistics' })).toBeNull()
  })

  it('is drawn up for a site and a year, and printed', async () => {
    const print = vi.fn()
    window.print = print
    const server = serve(usual)
    const { user } = draw(<ReportPanel />)
    await screen.findByRole('article', { name: 'Report' })
    await user.click(screen.getByRole('combobox', { name: 'Year' }))
    expect(screen.getAllByRole('option').map((o) => o.textContent)).toEqual(['all', '2026', '2025'])
    await user.click(screen.getByRole('option', { name: '2025' }))
    await user.click(screen.getByRole('combobox', { name: 'Site' }))
    await user.click(screen.getByRole('option', { name: 'Upper bench' }))
    await waitFor(() => expect(server.asked.at(-1)?.path).toBe('/api/report?site=3&year=2025'))
    await user.click(screen.getByRole('button', { name: 'Print the report' }))
    expect(print).toHaveBeenCalledTimes(1)
  })
})

describe('labels', () => {
  const label = (number: string, part: Partial<LabelView> = {}): LabelView => ({
    plant: '7',
    number,
    keptAt: 'field station',
    survey: 'Tamsin Fork',
    name: 'Acer circinatum',
    author: 'Pursh',
    family: 'Sapindaceae',
    determiner: 'J. Adeyemi',
    determinedOn: '2026-05-10',
    tag: 'G-007',
    site: 'Fen',
    elevationM: 118,
    position: '45.0° N, 123.0° W',
    uncertaintyM: 10,
    description: 'Shrub at the ditch',
    features: ['leaf margin: toothed'],
    planted: false,
    collector: 'R. Ostrow',
    takenOn: '2026-05-14',
    sensitive: false,
    ...part,
  })

  it('say all a specimen must say', async () => {
    serve({ 'GET /api/labels': [label('RO 12', { sensitive: true, planted: true })] })
    draw(<LabelsPanel />)
    const paper = await screen.findByRole('article', { name: 'Label RO 12' })
    for (const said of [
      'Tamsin Fork',
      'Acer circinatum Pursh',
      'Sapindaceae',
      'Fen, 118 m. 45.0° N, 123.0° W ± 10 m.',
      'Shrub at the ditch (planted). leaf margin: toothed.',
      'Plant G-007. Taken 14 May 2026 by R. Ostrow. Named by J. Adeyemi, 10 May 2026.',
      'Kept at field station.',
      'Sensitive species',
    ])
      expect(paper).toHaveTextContent(said)
  })

  it('are printed but for those taken out', async () => {
    serve({ 'GET /api/labels': [label('RO 12'), label('RO 13', { name: '' })] })
    const { user } = draw(<LabelsPanel />)
    expect(await screen.findByText('2 of 2 labels')).toBeVisible()
    expect(screen.getByRole('article', { name: 'Label RO 13' })).toHaveTextContent('not named yet')
    await user.click(screen.getByRole('checkbox', { name: 'print RO 12' }))
    expect(screen.getByRole('status')).toHaveTextContent('1 of 2 labels')
    expect(screen.getByRole('article', { name: 'Label RO 12' }).parentElement).toHaveClass(
      kitCss.noPrint ?? '',
    )
    await user.click(screen.getByRole('checkbox', { name: 'print RO 13' }))
    expect(screen.getByRole('button', { name: 'Print the labels' })).toBeDisabled()
  })

  it('are told how to come by while there is no specimen', async () => {
    serve({ 'GET /api/labels': [] })
    draw(<LabelsPanel />)
    expect(await screen.findByText(/^No specimen was kept yet/)).toBeVisible()
  })
})

describe('a checklist', () => {
  const checklist = ({ path }: Asked) => ({
    site: aSite(),
    date: new URL(path, 'http://x').searchParams.get('date'),
    lines: [
      {
        taxon: aName('a', 'Acer circinatum'),
        family: 'Sapindaceae',
        here: 1,
        lastHere: '2025-05-01',
        shows: ['leaf', 'flower'],
        stated: true,
        lookAlikes: [aName('b', 'Acer glabrum')],
        cautions: [],
      },
      {
        taxon: aName('c', 'Toxicodendron diversilobum'),
        family: 'Anacardiaceae',
        here: 0,
        lastHere: null,
        shows: [],
        stated: false,
        lookAlikes: [],
        cautions: ['Touch nothing.'],
      },
    ],
  })

  it('has a line for each species that may be met, with what shows and what to mind', async () => {
    serve({ 'GET /api/sites': [aSite()], 'GET /api/checklist': checklist })
    draw(<ChecklistPanel />)
    expect(await screen.findByRole('heading', { name: 'Upper bench, 14 May 2026' })).toBeVisible()
    const rows = screen.getAllByRole('row').slice(1)
    expect(rows[0]).toHaveTextContent('once, last 1 May 2025leaf, flowerAcer glabrum')
    expect(rows[1]).toHaveTextContent('not yet; at other sitesnot statedTouch nothing.')
  })

  it('is drawn up for another day, and for today again when none is chosen', async () => {
    serve({ 'GET /api/sites': [aSite()], 'GET /api/checklist': checklist })
    draw(<ChecklistPanel />)
    await screen.findByRole('heading', { name: 'Upper bench, 14 May 2026' })
    const chosen = screen.getByLabelText('Day of the visit')
    fireEvent.change(chosen, { target: { value: '2026-08-01' } })
    expect(await screen.findByRole('heading', { name: 'Upper bench, 1 Aug 2026' })).toBeVisible()
    fireEvent.change(chosen, { target: { value: '' } })
    expect(await screen.findByRole('heading', { name: 'Upper bench, 14 May 2026' })).toBeVisible()
  })
})
