import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { PlantCare } from '../../../src/api/types'
import { draw } from '../../testing/draw'
import { anObservation, aSheet, aVisit } from '../../testing/made'
import { type Asked, Says, serve } from '../../testing/server'
import { VisitsPanel } from '../../../src/identify/visits/VisitsPanel'
import { CarePanel } from '../../../src/identify/care/CarePanel'
import careCss from '../../../src/identify/care/care.module.css'

const nothing: PlantCare = {
  landmarks: [],
  landmarksRevision: 3,
  way: '',
  threats: [],
  population: [],
  changes: [],
}

/** The care of plant 7, kept as the server would. */
function open(first: Partial<PlantCare> = {}, more: Record<string, unknown> = {}, sheet = aSheet()) {
  let care: PlantCare = { ...nothing, ...first }
  const set = (part: Partial<PlantCare>) => (care = { ...care, ...part })
  const server = serve({
    'GET /api/plants/7/care': () => care,
    'PUT /api/plants/7/landmarks': ({ body }: Asked) => set(body as Partial<PlantCare>),
    'POST /api/plants/7/threats': ({ body }: Asked) =>
      set({
        threats: [
          ...care.threats,
          { id: '1', plant: '7', person: 'R. Ostrow', content: body as never, revision: 4 },
        ],
      }),
    'PUT /api/threats/1': ({ body }: Asked) =>
      set({ threats: care.threats.map((t) => ({ ...t, content: (body as { content: never }).content })) }),
    'PUT /api/plants/7/population': ({ body }: Asked) =>
      set({ population: [{ count: body as never, words: null, share: null, low: null, high: null }] }),
    ...more,
  })
  return { ...draw(<CarePanel sheet={sheet} today="2026-05-14" />), server }
}

const part = async (name: string) => within(await screen.findByRole('region', { name }))

describe('finding a plant again', () => {
  it('begins with a landmark, its bearing and the way', async () => {
    const { user, server } = open()
    const way = await part('Finding it again')
    await user.click(way.getByRole('button', { name: 'Add a landmark' }))
    const keep = way.getByRole('button', { name: 'Keep' })
    await user.type(way.getByRole('textbox', { name: 'Landmark' }), 'gate post')
    await user.type(way.getByRole('textbox', { name: /^Bearing/ }), '40')
    await user.type(way.getByRole('textbox', { name: 'Metres' }), 'near')
    expect(way.getByRole('textbox', { name: 'Metres' })).toBeInvalid()
    expect(keep).toBeDisabled()
    await user.clear(way.getByRole('textbox', { name: 'Metres' }))
    await user.type(way.getByRole('textbox', { name: 'Metres' }), '12.5')
    await user.click(keep)
    expect((await way.findByText('gate post', { selector: 'b' })).closest('li')).toHaveTextContent(
      '12.5 m at 40° from gate post',
    )
    expect(server.sent('PUT /api/plants/7/landmarks')).toEqual([
      { landmarks: [{ name: 'gate post', bearing: 40, metres: 12.5 }], expected: 3 },
    ])
    await user.click(way.getByRole('button', { name: 'Take gate post away' }))
    expect(await way.findByText(/^No landmark yet/)).toBeVisible()
  })

  it('is sketched with the plant in the middle, north up: the way leads from the landmark to it', async () => {
    const { container } = open({
      landmarks: [
        { name: 'south post', bearing: 0, metres: 20 },
        { name: 'west post', bearing: 90, metres: 10 },
      ],
    })
    await part('Finding it again')
    const [south, west] = [...container.querySelectorAll(`.${careCss.waySketch} rect`)].map((r) => ({
      x: Number(r.getAttribute('x')) + 4,
      y: Number(r.getAttribute('y')) + 4,
    }))
    expect(south?.x).toBeCloseTo(75)
    expect(south?.y).toBeGreaterThan(75)
    expect(west?.y).toBeCloseTo(75)
    expect(75 - (west?.x ?? 0)).toBeCloseTo(((south?.y ?? 0) - 75) / 2)
  })

  it('is sketched also where the landmark touches the plant', async () => {
    const { container } = open({ landmarks: [{ name: 'stump', bearing: 10, metres: 0 }] })
    await part('Finding it again')
    const mark = container.querySelector(`.${careCss.waySketch} rect`)
    expect(mark).toHaveAttribute('x', '71')
    expect(mark).toHaveAttribute('y', '71')
  })
})

describe('a threat', () => {
  it('is noted, told to somebody, and settled', async () => {
    const { user, server } = open()
    const threats = await part('Threats')
    await user.click(threats.getByRole('button', { name: 'Note a threat' }))
    await user.type(threats.getByRole('textbox', { name: 'More about it' }), 'verge')
    await user.click(threats.getByRole('button', { name: 'Keep' }))
    expect(
      await threats.findByText(/seen 14 May 2026 by R. Ostrow\. verge\. Nobody told yet\./),
    ).toBeVisible()

    await user.click(threats.getByRole('button', { name: 'Told, or settled …' }))
    await user.type(threats.getByRole('textbox', { name: 'Who was told' }), 'road crew')
    await user.type(threats.getByRole('textbox', { name: 'What came of it' }), 'strip left')
    await user.click(threats.getByRole('checkbox', { name: 'settled' }))
    await user.click(threats.getByRole('button', { name: 'Keep' }))
    expect(
      await threats.findByText(/Told road crew on 14 May 2026\. Settled 14 May 2026: strip left/),
    ).toBeVisible()
    expect(server.sent('PUT /api/threats/1')).toEqual([
      {
        content: {
          kind: 'mowing',
          note: 'verge',
          seenOn: '2026-05-14',
          told: 'road crew',
          toldOn: '2026-05-14',
          outcome: 'strip left',
          settledOn: '2026-05-14',
        },
        expected: 4,
      },
    ])
  })

  it('is told to nobody once the name is taken out again', async () => {
    const { user, server } = open()
    const threats = await part('Threats')
    await user.click(threats.getByRole('button', { name: 'Note a threat' }))
    await user.type(threats.getByRole('textbox', { name: 'Who was told' }), 'x')
    await user.clear(threats.getByRole('textbox', { name: 'Who was told' }))
    await user.click(threats.getByRole('button', { name: 'Keep' }))
    await waitFor(() =>
      expect(server.sent('POST /api/plants/7/threats')).toEqual([
        expect.objectContaining({ told: '', toldOn: null }),
      ]),
    )
  })

  it('that is refused stays open with what was typed', async () => {
    const { user } = open(
      {},
      { 'POST /api/plants/7/threats': new Says(400, { detail: 'That day is to come.' }) },
    )
    const threats = await part('Threats')
    await user.click(threats.getByRole('button', { name: 'Note a threat' }))
    await user.type(threats.getByRole('textbox', { name: 'More about it' }), 'verge')
    await user.click(threats.getByRole('button', { name: 'Keep' }))
    expect(await threats.findByRole('alert')).toHaveTextContent('That day is to come.')
    expect(threats.getByRole('textbox', { name: 'More about it' })).toHaveValue('verge')
  })
})

describe('marked rosettes', () => {
  it('are counted before they flower, the flowering later', async () => {
    const { user, server } = open()
    const population = await part('Population')
    await user.click(population.getByRole('button', { name: 'Count marked rosettes' }))
    expect(population.getByRole('textbox', { name: 'Year of flowering' })).toHaveValue('2026')
    const keep = population.getByRole('button', { name: 'Keep' })
    await user.type(population.getByRole('textbox', { name: 'Rosettes marked' }), 'some')
    expect(keep).toBeDisabled()
    await user.clear(population.getByRole('textbox', { name: 'Rosettes marked' }))
    await user.type(population.getByRole('textbox', { name: 'Rosettes marked' }), '40')
    fireEvent.change(population.getByLabelText('Marked on'), { target: { value: '2026-02-01' } })
    await user.click(keep)
    expect(await population.findByText('40 marked on 1 Feb 2026, flowering not counted yet')).toBeVisible()
    await user.click(population.getByRole('button', { name: 'Count the flowering' }))
    await user.type(population.getByRole('textbox', { name: 'Of them flowering' }), '11')
    await user.click(population.getByRole('button', { name: 'Keep' }))
    await waitFor(() => expect(server.sent('PUT /api/plants/7/population')).toHaveLength(2))
    expect(server.sent('PUT /api/plants/7/population')).toEqual([
      { year: 2026, marked: 40, markedOn: '2026-02-01', flowering: null, floweringOn: null, revision: null },
      {
        year: 2026,
        marked: 40,
        markedOn: '2026-02-01',
        flowering: 11,
        floweringOn: '2026-05-14',
        revision: null,
      },
    ])
  })

  it('have their share drawn with its interval', async () => {
    const { container } = open({
      population: [
        {
          count: { year: 2025, marked: 40, markedOn: '2025-02-01', flowering: 10, floweringOn: '2025-06-01' },
          words: '25 % (14 to 40 %)',
          share: 0.25,
          low: 0.14,
          high: 0.4,
        },
      ],
    })
    const population = await part('Population')
    expect(population.getByText('Flowering: 25 % (14 to 40 %)')).toBeVisible()
    expect(container.querySelector(`.${careCss.share} circle`)).toHaveAttribute('cx', '55')
  })
})

describe('what was seen again', () => {
  it('says whether a change was to be expected', async () => {
    open({
      changes: [
        {
          character: 'tip',
          label: 'Leaf tip',
          kind: 'expected',
          before: '2026-01-12',
          was: 'hooked',
          after: '2026-04-03',
          is: 'worn',
          because: 'Tips wear off by spring.',
        },
        {
          character: 'margin',
          label: 'Margin',
          kind: 'same',
          before: '2026-01-12',
          was: 'entire',
          after: '2026-04-03',
          is: 'entire',
          because: '',
        },
      ] as PlantCare['changes'],
    })
    const again = await part('Seen again')
    expect(again.getByText(/Leaf tip/).closest('li')).toHaveTextContent(
      'Leaf tip: hooked on 12 Jan 2026, worn on 3 Apr 2026: expected. Tips wear off by spring.',
    )
    expect(again.getByText('As before: margin.')).toBeVisible()
  })
})

describe('visits', () => {
  const sheet = aSheet({
    visits: [
      aVisit({ id: '10', date: '2025-11-01', stage: null, sex: null, parts: ['buds'], note: 'Buds sticky.' }),
      aVisit({ id: '11', sex: 'female' }),
    ],
    learned: [
      { date: '2025-11-01', stage: 'mature', sex: 'female' },
      { date: '2026-05-14', stage: 'mature', sex: 'female' },
    ],
    observations: [
      anObservation({
        visit: '10',
        organ: 'twig',
        label: 'Bud scales',
        summary: 'sticky',
        certainty: 'fairly',
      }),
      anObservation({ visit: '11', organ: 'leaf', finding: 'hidden' }),
    ],
  })
  const usual = {
    'GET /api/plants/7/care': nothing,
    'GET /api/plants/7/pictures': [],
    'GET /api/plants/7/taken-off': { names: [], visits: [] },
    'POST /api/bench/names': {},
  }

  it('tell what was seen on each, and what later visits taught of it', async () => {
    serve(usual)
    draw(<VisitsPanel sheet={sheet} />)
    const [first] = screen.getAllByRole('listitem')
    expect(first).toHaveTextContent(
      'mature, as learned on another visit · female, as learned on another visit · with buds',
    )
    expect(first).toHaveTextContent('Buds sticky.')
    expect(first).toHaveTextContent('Bud scales: sticky (fairly)')
    await part('Finding it again')
  })

  it('are drawn on a strip: seen, and looked for in vain', async () => {
    serve(usual)
    draw(<VisitsPanel sheet={sheet} />)
    const strip = await screen.findByRole('figure', { name: 'What was looked at when' })
    const dots = [...strip.querySelectorAll('circle')]
    expect(dots.map((d) => d.getAttribute('class'))).toEqual([null, careCss.hidden])
    expect(Number(dots[0]?.getAttribute('cx'))).toBeLessThan(Number(dots[1]?.getAttribute('cx')))
    expect(strip.querySelector('title')).toHaveTextContent('1 Nov 2025: twig and bud. 14 May 2026: leaf')
    expect(within(strip).getByText('2026')).toBeInTheDocument()
  })

  it('are added, on the day and with what is on the plant', async () => {
    const server = serve({ ...usual, 'POST /api/plants/7/visits': sheet })
    const { user } = draw(<VisitsPanel sheet={sheet} />)
    await user.click(screen.getByRole('button', { name: 'Seen again: add a visit' }))
    await user.click(screen.getByRole('checkbox', { name: 'fruit' }))
    await user.type(screen.getByRole('textbox', { name: 'Note' }), 'First ripe fruit.')
    await user.click(screen.getByRole('button', { name: 'Add the visit' }))
    await screen.findByRole('button', { name: 'Seen again: add a visit' })
    expect(server.sent('POST /api/plants/7/visits')).toEqual([
      {
        date: '2026-05-14',
        stage: 'mature',
        sex: null,
        parts: ['fruit'],
        altered: [],
        note: 'First ripe fruit.',
      },
    ])
  })
})
