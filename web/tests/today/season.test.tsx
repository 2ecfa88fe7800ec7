import { screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { ReturnNeed, TodayNeed, TripSettings, TripsView, TripView } from '../../src/api/types'
import { draw } from '../testing/draw'
import { aPlantTag, aSession, aSite } from '../testing/made'
import { aMoment, type Asked, Lines, Says, serve } from '../testing/server'
import { TripSketch } from '../../src/today/TripSketch'
import { TripsPanel } from '../../src/today/TripsPanel'
import { TodayPanel } from '../../src/today/TodayPanel'
import { WeatherLine } from '../../src/today/WeatherLine'

const aNeed = (part: Partial<ReturnNeed> = {}): ReturnNeed => ({
  part: 'flowers',
  from: '2026-05-01',
  to: '2026-05-20',
  error: 5,
  open: true,
  features: [],
  reasons: [],
  bits: 1.2,
  words: 'Flowers until about 20 May.',
  ...part,
})

const aFeature = (label: string, part = {}) => ({
  character: label,
  label,
  howTo: 'Look into the flower.',
  effortSeconds: 30,
  tool: 'handLens' as const,
  harm: 'look' as const,
  bits: 1,
  rulesOut: [],
  again: false,
  ...part,
})

const aTrip = (date: string, part: Partial<TripView> = {}): TripView => ({
  date,
  places: [
    { name: 'Hut', latitude: 45, longitude: -123 },
    { name: 'Fen', latitude: 45.01, longitude: -123.01 },
  ],
  minutes: 245,
  margin: 3,
  tools: ['handLens'],
  stops: [{ plant: aPlantTag(), grade: 'leaning', need: aNeed(), way: '', cautions: [] }],
  ...part,
})

const settings: TripSettings = { weekdays: ['saturday'], hours: 6, start: '3', lost: [] }

const plan = (part: Partial<TripsView> = {}): TripsView => ({
  settings,
  trips: [aTrip('2026-05-16'), aTrip('2026-06-06')],
  unmet: [],
  leastPossible: 2,
  sought: false,
  ...part,
})

describe('trips', () => {
  const open = (view: TripsView, more: Record<string, unknown> = {}) => {
    const server = serve({
      'GET /api/trips': view,
      'GET /api/trips/needs': [],
      'GET /api/sites': [aSite(), aSite({ id: '4', name: 'Fen' })],
      'PUT /api/trips/settings': async ({ body }: Asked) => {
        await aMoment()
        return { ...view, settings: body }
      },
      ...more,
    })
    return { ...draw(<TripsPanel />), server, set: () => server.sent('PUT /api/trips/settings') }
  }

  it('say how many they are, and whether fewer could do', async () => {
    open(plan())
    expect(await screen.findByRole('status')).toHaveTextContent('2 trips within a year. No plan has fewer.')
    expect(screen.queryByRole('button', { name: /^Seek longer/ })).toBeNull()
  })

  it('tell how much there is to see while they are planned', async () => {
    const stop = (plant: string) => ({
      plant,
      tag: `TF-00${plant}`,
      part: 'flowers' as const,
      from: '2026-05-20',
      to: '2026-06-10',
    })
    open(plan(), {
      'GET /api/trips': async () => {
        await aMoment()
        await aMoment()
        return plan()
      },
      'GET /api/trips/needs': [stop('7'), stop('8'), stop('7')],
    })
    expect(await screen.findByText('Planning trips for 3 things to see on 2 plants …')).toBeVisible()
    expect(await screen.findByRole('status')).toHaveTextContent('2 trips within a year')
  })

  it('are told in words: when, where, how long, what to take, what to look at', async () => {
    const stop = {
      plant: aPlantTag({ name: 'Rosa nutkana' }),
      grade: 'leaning' as const,
      need: aNeed({ features: [aFeature('Sepal tips'), aFeature('Prickles', { again: true })] }),
      way: '12 m at 40° from the gate post',
      cautions: ['Prickles wound: gloves.'],
    }
    const again = { ...stop, plant: aPlantTag({ id: '8', tag: 'G-008' }) }
    open(plan({ trips: [aTrip('2026-05-16', { stops: [stop, again], margin: 0 })], leastPossible: 1 }))
    const trip = within(await screen.findByRole('article', { name: 'Field trip of 16 May 2026' }))
    expect(trip.getByRole('heading')).toHaveTextContent('16 May 2026 Fen')
    expect(trip.getByText(/4 h 05 min, the last day for some/)).toBeVisible()
    expect(trip.getByText('Take: hand lens.')).toBeVisible()
    expect(trip.getAllByText('Find it: 12 m at 40° from the gate post.')).toHaveLength(2)
    expect(trip.getAllByText(/once more, it does not fit: Look into the flower\./)).toHaveLength(2)
    expect(trip.getAllByText('Prickles wound: gloves.')).toHaveLength(1)
  })

  it('are planned anew for other days, and two days chosen quickly are both kept', async () => {
    const { user, set } = open(plan())
    await user.click(await screen.findByRole('checkbox', { name: 'sun' }))
    await waitFor(() => expect(screen.getByRole('checkbox', { name: 'sun' })).toBeChecked())
    await user.click(screen.getByRole('checkbox', { name: 'wed' }))
    await waitFor(() => expect(set()).toHaveLength(2))
    expect(set().at(-1)).toEqual({ ...settings, weekdays: ['saturday', 'sunday', 'wednesday'] })
    await user.click(screen.getByRole('checkbox', { name: 'sat' }))
    await waitFor(() => expect(set().at(-1)).toEqual({ ...settings, weekdays: ['sunday', 'wednesday'] }))
  })

  it('are planned anew for other hours and another start', async () => {
    const { user, set } = open(plan())
    await user.click(await screen.findByRole('combobox', { name: 'Hours a day' }))
    await user.click(screen.getByRole('option', { name: '8' }))
    await user.click(screen.getByRole('combobox', { name: 'From' }))
    await user.click(await screen.findByRole('option', { name: 'Fen' }))
    await waitFor(() => expect(set().at(-1)).toEqual({ ...settings, hours: 8, start: '4' }))
  })

  it('gone badly are moved by one press, and the day can be taken back', async () => {
    const { user, set } = open(plan())
    const trip = within(await screen.findByRole('article', { name: 'Field trip of 16 May 2026' }))
    await user.click(trip.getByRole('button', { name: 'Not on this day' }))
    await waitFor(() => expect(set()).toEqual([{ ...settings, lost: ['2026-05-16'] }]))
    expect(await screen.findByText(/Days lost: 16 May 2026\./)).toBeVisible()
    await user.click(screen.getByRole('button', { name: 'Take them back' }))
    await waitFor(() => expect(set().at(-1)).toEqual(settings))
  })

  it('name what cannot be met, with the reason', async () => {
    open(plan({ unmet: [{ plant: aPlantTag(), need: aNeed(), reason: 'No day you can go falls in it.' }] }))
    const unmet = within(await screen.findByRole('region', { name: 'Cannot be met' }))
    expect(unmet.getByRole('link', { name: 'G-007' })).toHaveAttribute('href', '/identify/7')
    expect(unmet.getByText(/Flowers until about 20 May\. No day you can go falls in it\./)).toBeVisible()
  })

  it('keep what was planned when a change is refused, and say why', async () => {
    const { user } = open(plan(), {
      'PUT /api/trips/settings': new Says(400, { detail: 'Choose a day you can go.' }),
    })
    await user.click(await screen.findByRole('checkbox', { name: 'sat' }))
    expect(await screen.findByRole('alert')).toHaveTextContent('Choose a day you can go.')
    expect(screen.getByRole('checkbox', { name: 'sat' })).toBeChecked()
    expect(screen.getAllByRole('article')).toHaveLength(2)
  })

  describe('with fewer perhaps to be found', () => {
    const more = plan({ leastPossible: 1 })

    it('are sought longer when told to', async () => {
      const { user } = open(more, {
        'POST /api/trips/seek': new Lines([
          { share: 0.25 },
          { answer: plan({ trips: [aTrip('2026-05-16')], leastPossible: 1, sought: true }) },
        ]),
      })
      expect(await screen.findByRole('status')).toHaveTextContent('Perhaps 1 would do')
      await user.click(screen.getByRole('button', { name: 'Seek longer for fewer' }))
      await waitFor(() =>
        expect(screen.getByRole('status')).toHaveTextContent('1 trip within a year. No plan has fewer.'),
      )
    })

    it('are sought no longer once that is stopped, and nothing is complained of', async () => {
      const { user, server } = open(more, {
        'POST /api/trips/seek': (asked: Asked) =>
          new Promise((_, reject) =>
            asked.signal.addEventListener('abort', () => reject(new DOMException('stopped', 'AbortError'))),
          ),
      })
      await user.click(await screen.findByRole('button', { name: 'Seek longer for fewer' }))
      expect(await screen.findByRole('progressbar', { name: 'Seeking fewer trips' })).toBeVisible()
      await user.click(screen.getByRole('button', { name: 'Stop seeking' }))
      await waitFor(() => expect(screen.queryByRole('progressbar')).toBeNull())
      expect(screen.queryByRole('alert')).toBeNull()
      expect(screen.getAllByRole('article')).toHaveLength(2)
      expect(server.sent('POST /api/trips/seek')).toHaveLength(1)
    })

    it('say so when they were sought at length already', async () => {
      open({ ...more, sought: true })
      expect(await screen.findByRole('status')).toHaveTextContent('Fewer were sought at length.')
      expect(screen.queryByRole('button', { name: /^Seek longer/ })).toBeNull()
    })
  })

  it('are printed as field sheets', async () => {
    const print = vi.fn()
    window.print = print
    const { user } = open(plan())
    await user.click(await screen.findByRole('button', { name: 'Print field sheets' }))
    expect(print).toHaveBeenCalledTimes(1)
    expect(screen.getByRole('link', { name: 'Calendar file' })).toHaveAttribute(
      'href',
      '/api/trips/calendar.ics',
    )
  })
})

describe('the sketch of a way', () => {
  const places = (...at: [string, number, number][]) =>
    at.map(([name, latitude, longitude]) => ({ name, latitude, longitude }))
  const drawn = (all: TripView['places']) => {
    const { container } = draw(<TripSketch places={all} />)
    return [...container.querySelectorAll('circle')].map((c) => ({
      x: Number(c.getAttribute('cx')),
      y: Number(c.getAttribute('cy')),
    }))
  }

  it('has north up and east to the right, at one scale', () => {
    const [hut, north, east] = drawn(places(['Hut', 60, 10], ['North', 60.01, 10], ['East', 60, 10.02]))
    expect(north?.x).toBe(hut?.x)
    expect(north?.y).toBeLessThan(hut?.y ?? 0)
    expect(east?.y).toBe(hut?.y)
    // At 60° a degree of longitude is half as wide as one of latitude is high.
    expect((east?.x ?? 0) - (hut?.x ?? 0)).toBeCloseTo((hut?.y ?? 0) - (north?.y ?? 0), 1)
  })

  it('south of the equator and east of Greenwich is no other', () => {
    const [hut, south] = drawn(places(['Hut', -42, 146], ['South', -42.01, 146]))
    expect(south?.y).toBeGreaterThan(hut?.y ?? 0)
  })

  it('leaves out what is not on the map, and is not drawn of one place alone', () => {
    expect(drawn([...places(['Hut', 45, 10]), { name: 'Fen', latitude: null, longitude: null }])).toEqual([])
  })

  it('of places at one point does not fail', () => {
    for (const { x, y } of drawn(places(['Hut', 45, 10], ['Fen', 45, 10]))) {
      expect(Number.isFinite(x)).toBe(true)
      expect(Number.isFinite(y)).toBe(true)
    }
  })
})

describe('today', () => {
  const weather = { days: 0, last: null, missing: 0 }
  const nothing = {
    date: '2026-05-14',
    year: '6 days ahead',
    yearReasons: ['degree-days to 13 May'],
    open: [],
    soon: [],
    falls: [],
    doubts: [],
    unwritten: [],
    threats: [],
    names: [],
    grades: [{ grade: 'confirmed', plants: 0 }],
  }

  it('says how the season runs, and where to begin when there is no plant', async () => {
    serve({ 'GET /api/today': nothing, 'GET /api/weather': weather, 'GET /api/plants': [] })
    draw(<TodayPanel />)
    expect(await screen.findByRole('heading', { level: 1 })).toHaveTextContent('14 May 2026')
    expect(screen.getByText(/The season runs/)).toHaveTextContent(
      'The season runs 6 days ahead against the usual (degree-days to 13 May).',
    )
    expect(screen.getByRole('link', { name: 'Add the first one' })).toHaveAttribute('href', '/identify?add=')
    expect(screen.getByRole('link', { name: 'I have a plant in front of me' })).toBeVisible()
    expect(screen.queryByRole('link', { name: /^Go on with/ })).toBeNull()
    expect(screen.queryByRole('region', { name: 'Threats' })).toBeNull()
  })

  it('puts what waits before one, each with its reason', async () => {
    const plant = aPlantTag()
    serve({
      'GET /api/plants': [plant],
      'GET /api/weather': weather,
      'GET /api/today': {
        ...nothing,
        grades: [{ grade: 'leaning', plants: 1 }],
        open: [
          {
            plant,
            grade: 'leaning',
            part: 'flowers',
            from: '2026-05-10',
            to: '2026-06-20',
            words: 'Flowers of Rosa nutkana show now.',
            features: [
              { label: 'Sepal tips', again: false },
              { label: 'Styles', again: false },
            ],
          } satisfies TodayNeed,
        ],
        falls: [
          {
            plant,
            fall: { plant: 7, from: 'settled', to: 'leaning', on: '2026-05-10', because: 'Seeds disagree.' },
          },
        ],
        doubts: [{ plant, says: 'The key ends at Rosa gymnocarpa.' }],
        unwritten: [{ plant, date: '2026-05-09' }],
        threats: [
          {
            plant,
            threat: {
              id: 1,
              plant: 7,
              person: 'R. Ostrow',
              content: {
                kind: 'mowing',
                note: 'Verge is cut in June',
                seenOn: '2026-05-02',
                told: '',
                toldOn: null,
                outcome: '',
                settledOn: null,
              },
            },
          },
        ],
        names: [{ plant, name: 'Rosa nutkana', by: 'J. Adeyemi', says: [], mine: false }],
      },
    })
    draw(<TodayPanel />)
    const part = async (name: string) => screen.findByRole('region', { name })
    expect(await part('Shows now')).toHaveTextContent('show now.Look at sepal tips, styles.')
    expect(await part('Names less sure than before')).toHaveTextContent(
      'From well supported to likely on 10 May 2026. Seeds disagree.',
    )
    expect(await part('Threats')).toHaveTextContent(
      'mowing since 2 May 2026. Verge is cut in June. Nobody was told yet.',
    )
    expect(await part('Names for a second person')).toHaveTextContent(
      'Given by J. Adeyemi, not reviewed yet.',
    )
    expect(await part('Does not agree')).toHaveTextContent('The key ends at Rosa gymnocarpa.')
    expect(await part('Not written up')).toHaveTextContent('9 May 2026')
  })
})

describe('where the warmth is known from', () => {
  it('is nothing outside the demo until a file is brought in', async () => {
    serve({ 'GET /api/weather': { days: 0, last: null, missing: 0 } })
    draw(<WeatherLine />, { session: aSession({ standIns: false }) })
    expect(await screen.findByText(/No weather is known here/)).toBeVisible()
  })

  it('is the station, until a file is brought in', async () => {
    let weather = { days: 0, last: null as string | null, missing: 0 }
    const server = serve({
      'GET /api/session': aSession(),
      'GET /api/weather': () => weather,
      'POST /api/weather': () => (weather = { days: 130, last: '2026-05-10', missing: 1 }),
      'DELETE /api/weather': () => (weather = { days: 0, last: null, missing: 0 }),
    })
    const { user } = draw(<WeatherLine />)
    expect(await screen.findByText(/Warmth from a simulated weather station\./)).toBeVisible()
    await user.upload(
      screen.getByLabelText(/^Weather file/),
      new File(['date,low,high\n2026-01-01,1,5\n'], 'station.csv', { type: 'text/csv' }),
    )
    expect(await screen.findByText(/130 days of this year, to 10 May 2026\. 1 day is missing/)).toBeVisible()
    expect(server.asked.find((a) => a.method === 'POST')).toMatchObject({
      path: '/api/weather?file=station.csv',
      body: 'date,low,high\n2026-01-01,1,5\n',
    })
    await user.click(screen.getByRole('button', { name: 'Back to the station' }))
    expect(await screen.findByText(/Warmth from a simulated weather station\./)).toBeVisible()
  })

  it('says what is wrong in a file', async () => {
    serve({
      'GET /api/weather': { days: 0, last: null, missing: 0 },
      'POST /api/weather': new Says(400, { detail: 'Line 2: the highest is below the lowest.' }),
    })
    const { user } = draw(<WeatherLine />)
    await user.upload(
      await screen.findByLabelText(/^Weather file/),
      new File(['x'], 's.csv', { type: 'text/csv' }),
    )
    expect(await screen.findByRole('alert')).toHaveTextContent('Line 2')
  })
})
