import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type {
  BenchAnswer,
  GuideView,
  ObservationInput,
  ObservationView,
  Organ,
  PlantSheet,
} from '../../src/api/types'
import { draw } from '../testing/draw'
import {
  aBench,
  aCharacter,
  aGuide,
  aName,
  aLength,
  anObservation,
  aRequest,
  aSample,
  aSeen,
  aSheet,
  aVisit,
} from '../testing/made'
import { type Asked, Says, serve } from '../testing/server'
import { usePlant } from '../../src/api/queries'
import { FeaturePanel } from '../../src/identify/features/FeaturePanel'

const at = (character: string, visit = 11) => `/api/plants/7/visits/${visit}/features/${character}`

/** The panel on a plant as the store knows it, so that what a change answers is drawn. */
function Panel({
  organ = 'leaf',
  guide = aGuide(),
  bench = aBench(),
}: {
  organ?: Organ | null
  guide?: GuideView
  bench?: BenchAnswer
}) {
  const sheet = usePlant('7').data
  return sheet ? (
    <FeaturePanel sheet={sheet} guide={guide} bench={bench} organ={organ} onOrgan={() => {}} />
  ) : null
}

const others = {
  'GET /api/drawings/organs/leaf': [],
  'POST /api/bench/names': {},
  'POST /api/bench/samples': { samples: [], ratios: [] },
}

/** A server that writes down what is measured, and knows of a change made meanwhile as the real one does. */
function writingServer(first: PlantSheet = aSheet()) {
  let sheet = first
  let revision = 5
  const measure = (character: string) => (asked: Asked) => {
    const input = asked.body as ObservationInput
    const now = sheet.observations.find((o) => o.seen.character === character)
    if ((now?.revision ?? null) !== input.expected)
      return new Says(409, { detail: 'It was changed meanwhile.', theirs: now ?? null })
    revision += 1
    const parts = [...(input.parts ?? []), ...(input.entry ? [input.entry] : [])]
    const seen: ObservationView =
      input.finding === 'sample'
        ? aSample(parts, { character, revision })
        : anObservation({ character, states: input.states ?? [], finding: input.finding, revision })
    sheet = {
      ...sheet,
      observations: [...sheet.observations.filter((o) => o.seen.character !== character), seen],
    }
    return sheet
  }
  return {
    ...serve({
      ...others,
      'GET /api/plants/7': () => sheet,
      [`PUT ${at('blade-length')}`]: measure('blade-length'),
      [`PUT ${at('petiole-length')}`]: measure('petiole-length'),
      [`PUT ${at('leaf-arrangement')}`]: measure('leaf-arrangement'),
    }),
    /** Somebody else measures a part. */
    meanwhile: (seen: ObservationView) => {
      revision = seen.revision
      sheet = { ...sheet, observations: [seen] }
    },
  }
}

const bladeRow = () => screen.findByRole('group', { name: 'Blade length' })
const blade = () => screen.findByRole('textbox', { name: 'Blade length' })

describe('a state', () => {
  it('is recorded by one press, with the way it was seen', async () => {
    const server = writingServer()
    const { user } = draw(<Panel />)
    await user.click(await screen.findByRole('button', { name: /^sure · on the plant/ }))
    await user.click(screen.getByRole('radio', { name: 'fairly' }))
    await user.click(screen.getByRole('button', { name: 'opposite' }))
    expect(await screen.findByRole('button', { name: 'opposite', pressed: true })).toBeEnabled()
    expect(server.sent(`PUT ${at('leaf-arrangement')}`)).toEqual([
      expect.objectContaining({
        finding: 'states',
        states: ['opposite'],
        certainty: 'fairly',
        source: 'attached',
        exposure: null,
        altered: null,
        expected: null,
      }),
    ])
  })

  it('is joined by a second one with Shift held', async () => {
    const server = writingServer(aSheet({ observations: [anObservation()] }))
    const { user } = draw(<Panel />)
    await user.keyboard('{Shift>}')
    await user.click(await screen.findByRole('button', { name: 'alternate' }))
    await user.keyboard('{/Shift}')
    expect(server.sent(`PUT ${at('leaf-arrangement')}`)).toEqual([
      expect.objectContaining({ states: ['opposite', 'alternate'], expected: 5 }),
    ])
  })

  it('pressed again is taken back, on the revision that was seen', async () => {
    const server = serve({
      ...others,
      'GET /api/plants/7': aSheet({ observations: [anObservation({ revision: 9 })] }),
      [`DELETE ${at('leaf-arrangement')}`]: aSheet(),
    })
    const { user } = draw(<Panel />)
    await user.click(await screen.findByRole('button', { name: 'opposite', pressed: true }))
    expect(await screen.findByRole('button', { name: 'opposite', pressed: false })).toBeEnabled()
    expect(server.asked.find((a) => a.method === 'DELETE')?.path).toBe(`${at('leaf-arrangement')}?expected=9`)
  })

  it('is kept on the visit that is chosen', async () => {
    const sheet = aSheet({ visits: [aVisit({ id: '10', date: '2026-02-01' }), aVisit()] })
    const server = serve({
      ...others,
      'GET /api/plants/7': sheet,
      [`PUT ${at('leaf-arrangement', 10)}`]: sheet,
    })
    const { user } = draw(<Panel />)
    await user.click(await screen.findByRole('button', { name: /^sure · on the plant/ }))
    await user.click(screen.getByRole('combobox', { name: 'Seen on' }))
    await user.click(screen.getByRole('option', { name: '1 Feb 2026' }))
    await user.click(screen.getByRole('button', { name: 'alternate' }))
    await waitFor(() => expect(server.sent(`PUT ${at('leaf-arrangement', 10)}`)).toHaveLength(1))
  })
})

describe('what cannot be seen', () => {
  it('says why', async () => {
    const server = writingServer()
    const { user } = draw(<Panel />)
    const row = await screen.findByRole('group', { name: 'Leaf arrangement' })
    await user.click(within(row).getByRole('button', { name: 'Cannot be seen' }))
    expect(screen.getAllByRole('menuitem').map((m) => m.textContent)).toEqual([
      'too early in the year',
      'over for this year',
      'out of reach',
      'wrong sex or stage',
      'damaged',
    ])
    await user.click(screen.getByRole('menuitem', { name: 'out of reach' }))
    await waitFor(() =>
      expect(server.sent(`PUT ${at('leaf-arrangement')}`)).toEqual([
        expect.objectContaining({ finding: 'hidden', hidden: 'outOfReach', states: null }),
      ]),
    )
  })

  it('is told apart from what was looked for and is not there, where a plant can lack it', async () => {
    const server = writingServer()
    const guide = aGuide({ characters: [aCharacter({ canBeAbsent: true })] })
    const { user } = draw(<Panel guide={guide} />)
    await user.click(await screen.findByRole('button', { name: 'Cannot be seen' }))
    await user.click(screen.getByRole('menuitem', { name: /not there$/ }))
    await waitFor(() =>
      expect(server.sent(`PUT ${at('leaf-arrangement')}`)).toEqual([
        expect.objectContaining({ finding: 'absent', hidden: null }),
      ]),
    )
  })
})

describe('parts measured one after another', () => {
  it('join the sample, however quickly they are typed', async () => {
    const server = writingServer()
    const { user } = draw(<Panel />)
    await user.type(await blade(), '41{Enter}43{Enter}44.5{Enter}')
    const row = await bladeRow()
    expect(await within(row).findByRole('button', { name: '44.5: take it out' })).toBeEnabled()
    expect(within(row).getAllByRole('button', { name: /take it out/ })).toHaveLength(3)
    expect(server.sent(`PUT ${at('blade-length')}`)).toEqual([
      expect.objectContaining({ parts: [], entry: '41', expected: null }),
      expect.objectContaining({ parts: ['41'], entry: '43', expected: 6 }),
      expect.objectContaining({ parts: ['41', '43'], entry: '44.5', expected: 7 }),
    ])
    expect(await blade()).toHaveValue('')
  })

  it('of two characters at once are all recorded, and leave both fields free', async () => {
    const server = writingServer()
    const guide = aGuide({
      characters: [aLength(), aLength({ id: 'petiole-length', label: 'Petiole length' })],
    })
    const { user } = draw(<Panel guide={guide} />)
    await user.type(await blade(), '41{Enter}')
    await user.type(await screen.findByRole('textbox', { name: 'Petiole length' }), '12{Enter}')
    expect(await screen.findByRole('button', { name: '41: take it out' })).toBeEnabled()
    expect(await screen.findByRole('button', { name: '12: take it out' })).toBeEnabled()
    expect(server.asked.filter((a) => a.method === 'PUT')).toHaveLength(2)
    for (const field of screen.getAllByRole('textbox')) expect(field).toHaveValue('')
  })

  it('join those somebody else measured meanwhile', async () => {
    const server = writingServer()
    const { user } = draw(<Panel />)
    await user.type(await blade(), '41')
    server.meanwhile(aSample(['39'], { revision: 8, recorder: 'J. Adeyemi' }))
    await user.keyboard('{Enter}')
    const row = await bladeRow()
    expect(await within(row).findByRole('button', { name: '41: take it out' })).toBeEnabled()
    expect(within(row).getByRole('button', { name: '39: take it out' })).toBeEnabled()
    expect(screen.queryByRole('dialog')).toBeNull()
  })

  it('are taken out one by one, and the last with the whole finding', async () => {
    const server = serve({
      ...others,
      'GET /api/plants/7': aSheet({ observations: [aSample(['41', '43'], { revision: 8 })] }),
      [`PUT ${at('blade-length')}`]: aSheet({ observations: [aSample(['43'], { revision: 9 })] }),
      [`DELETE ${at('blade-length')}`]: aSheet(),
    })
    const { user } = draw(<Panel />)
    await user.click(await screen.findByRole('button', { name: '41: take it out' }))
    await waitFor(() => expect(screen.queryByRole('button', { name: '41: take it out' })).toBeNull())
    expect(server.sent(`PUT ${at('blade-length')}`)).toEqual([
      expect.objectContaining({ parts: ['43'], entry: null, expected: 8 }),
    ])
    await user.click(screen.getByRole('button', { name: '43: take it out' }))
    await waitFor(() => expect(screen.queryByRole('button', { name: '43: take it out' })).toBeNull())
    expect(server.asked.at(-1)?.path).not.toContain('expected=8')
    expect(server.asked.find((a) => a.method === 'DELETE')?.path).toContain('expected=9')
  })

  it('come from the calliper as if typed', async () => {
    const server = serve({
      ...others,
      'GET /api/plants/7': aSheet(),
      'POST /api/devices/calliper': { typed: '38.4 mm' },
      [`PUT ${at('blade-length')}`]: aSheet({ observations: [aSample(['38.4 mm'])] }),
    })
    const { user } = draw(<Panel />)
    await user.click(await screen.findByRole('button', { name: 'Simulated calliper' }))
    expect(await screen.findByRole('button', { name: '38.4 mm: take it out' })).toBeEnabled()
    expect(server.sent(`PUT ${at('blade-length')}`)).toEqual([expect.objectContaining({ entry: '38.4 mm' })])
  })

  it('that make no sense are said where they stand, and come back to be put right', async () => {
    serve({
      ...others,
      'GET /api/plants/7': aSheet(),
      [`PUT ${at('blade-length')}`]: new Says(400, {
        detail: '“4l” is no number. Write 41, or 41 mm.',
        field: 'entry',
      }),
    })
    const { user } = draw(<Panel />)
    await user.type(await blade(), '4l{Enter}')
    const row = await bladeRow()
    expect(await within(row).findByRole('alert')).toHaveTextContent('“4l” is no number')
    expect(await blade()).toHaveValue('4l')
    const other = screen.getByRole('group', { name: 'Leaf arrangement' })
    expect(within(other).queryByRole('alert')).toBeNull()
  })

  it('do not hide what was refused of another character', async () => {
    const guide = aGuide({
      characters: [aLength(), aLength({ id: 'petiole-length', label: 'Petiole length' })],
    })
    serve({
      ...others,
      'GET /api/plants/7': aSheet(),
      [`PUT ${at('blade-length')}`]: new Says(400, { detail: 'No number.' }),
      [`PUT ${at('petiole-length')}`]: aSheet({
        observations: [aSample(['12'], { character: 'petiole-length' })],
      }),
    })
    const { user } = draw(<Panel guide={guide} />)
    await user.type(await blade(), 'x{Enter}')
    await user.type(screen.getByRole('textbox', { name: 'Petiole length' }), '12{Enter}')
    expect(await screen.findByRole('button', { name: '12: take it out' })).toBeEnabled()
    expect(within(await bladeRow()).getByRole('alert')).toHaveTextContent('No number.')
  })
})

describe('two people at one feature', () => {
  const theirs = anObservation({
    states: ['alternate'],
    summary: 'alternate',
    recorder: 'J. Adeyemi',
    revision: 8,
  })

  async function conflict() {
    const server = writingServer()
    const drawn = draw(<Panel />)
    await screen.findByRole('button', { name: 'opposite' })
    server.meanwhile(theirs)
    await drawn.user.click(screen.getByRole('button', { name: 'opposite' }))
    const dialog = await screen.findByRole('dialog', { name: 'Leaf arrangement was changed' })
    expect(dialog).toHaveTextContent('Theirs: alternate (J. Adeyemi)')
    expect(dialog).toHaveTextContent('Yours: opposite')
    return { ...drawn, server, dialog }
  }

  it('see both, and the second may keep what the first recorded', async () => {
    const { user, server, dialog } = await conflict()
    await user.click(within(dialog).getByRole('button', { name: 'Keep theirs' }))
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
    expect(await screen.findByRole('button', { name: 'alternate', pressed: true })).toBeEnabled()
    expect(server.asked.filter((a) => a.method === 'PUT')).toHaveLength(1)
  })

  it('or set their own in its place, on the revision they were shown', async () => {
    const { user, server, dialog } = await conflict()
    await user.click(within(dialog).getByRole('button', { name: 'Record mine' }))
    expect(await screen.findByRole('button', { name: 'opposite', pressed: true })).toBeEnabled()
    expect(server.sent(`PUT ${at('leaf-arrangement')}`).at(-1)).toMatchObject({
      states: ['opposite'],
      expected: 8,
    })
  })

  it('of which one measured what the other could not see: the entry waits until it is decided', async () => {
    const server = writingServer()
    const { user } = draw(<Panel />)
    await user.type(await blade(), '41')
    server.meanwhile(aSample([], { finding: 'hidden', hidden: 'damaged', summary: 'damaged', revision: 8 }))
    await user.keyboard('{Enter}')
    const dialog = await screen.findByRole('dialog', { name: 'Blade length was changed' })
    expect(dialog).toHaveTextContent('Yours: 41')
    await user.click(within(dialog).getByRole('button', { name: 'Record mine' }))
    expect(await screen.findByRole('button', { name: '41: take it out' })).toBeEnabled()
    expect(await blade()).toHaveValue('')
  })
})

describe('the tally', () => {
  const guide = aGuide({
    characters: [
      aCharacter({ id: 'leaflets', label: 'Leaflets', kind: 'count', numeric: true, states: [] }),
      aCharacter({ id: 'teeth', label: 'Teeth', kind: 'count', numeric: true, states: [] }),
    ],
  })

  it('counts several things on one part, each with its key, and records those that were pressed', async () => {
    const server = serve({
      ...others,
      'GET /api/plants/7': aSheet({
        observations: [aSample(['5'], { character: 'leaflets', revision: 8 })],
      }),
      [`PUT ${at('leaflets')}`]: aSheet({ observations: [aSample(['5', '7'], { character: 'leaflets' })] }),
    })
    const { user } = draw(<Panel guide={guide} />)
    await user.click(await screen.findByRole('button', { name: 'Tally counts' }))
    await user.keyboard('11111111')
    await user.keyboard('{Shift>}1{/Shift}')
    expect(screen.getByRole('status', { name: 'Leaflets so far' })).toHaveTextContent('7')
    expect(screen.getByRole('status', { name: 'Teeth so far' })).toHaveTextContent('–')
    expect(screen.getByRole('button', { name: 'Close' })).toBeDisabled()
    await user.keyboard('{Enter}')
    await waitFor(() =>
      expect(server.sent(`PUT ${at('leaflets')}`)).toEqual([
        expect.objectContaining({ parts: ['5'], entry: '7', expected: 8 }),
      ]),
    )
    expect(server.sent(`PUT ${at('teeth')}`)).toEqual([])
    expect(screen.getByRole('button', { name: 'Close' })).toBeEnabled()
  })

  it('says what was not recorded, and tries it again when told to', async () => {
    let refusing = true
    const server = serve({
      ...others,
      'GET /api/plants/7': aSheet(),
      [`PUT ${at('leaflets')}`]: () => (refusing ? new Says(400, { detail: 'Not now.' }) : aSheet()),
      [`PUT ${at('teeth')}`]: aSheet(),
    })
    const { user } = draw(<Panel guide={guide} />)
    await user.click(await screen.findByRole('button', { name: 'Tally counts' }))
    await user.keyboard('1112{Enter}')
    expect(await screen.findByText(/Not recorded: Leaflets 3/)).toBeVisible()
    expect(server.sent(`PUT ${at('teeth')}`)).toHaveLength(1)
    refusing = false
    await user.click(screen.getByRole('button', { name: 'Try again' }))
    await waitFor(() => expect(server.sent(`PUT ${at('leaflets')}`)).toHaveLength(2))
    expect(server.sent(`PUT ${at('leaflets')}`).at(-1)).toMatchObject({ entry: '3' })
    await waitFor(() => expect(screen.queryByText(/Not recorded/)).toBeNull())
  })
})

describe('what the panel says beside the features', () => {
  it('warns while a harmful name is too likely', async () => {
    serve({ ...others, 'GET /api/drawings/organs/leaf': [] })
    const sheet = aSheet()
    const panel = (harmAllowed: 'look' | 'touch' | 'uproot') => (
      <FeaturePanel
        sheet={sheet}
        guide={aGuide()}
        bench={aBench({
          harmAllowed,
          notes: [{ character: 'blade-length', text: 'Sun leaves are smaller.' }],
        })}
        organ="leaf"
        onOrgan={() => {}}
      />
    )
    const { rerender } = draw(panel('look'))
    expect(screen.getByRole('note')).toHaveTextContent('Look only')
    rerender(panel('touch'))
    expect(screen.getByRole('note')).toHaveTextContent('gloves on')
    rerender(panel('uproot'))
    expect(screen.queryByRole('note')).toBeNull()
    expect(await bladeRow()).toHaveTextContent('Sun leaves are smaller.')
  })

  it('says what was seen on other visits, and how the sample stands', async () => {
    const sheet = aSheet({
      visits: [aVisit({ id: '10', date: '2026-02-01' }), aVisit()],
      observations: [
        anObservation({ visit: '10', date: '2026-02-01', summary: 'alternate' }),
        aSample(['41', '43']),
      ],
      request: aRequest({
        observations: [
          aSeen('blade-length', { visit: 2, finding: { kind: 'sample', values: [41, 43], places: [] } }),
        ],
      }),
    })
    serve({
      ...others,
      'GET /api/plants/7': sheet,
      'POST /api/bench/samples': {
        samples: [
          {
            character: 'blade-length',
            visit: 2,
            place: '',
            words: '2 blades, 42 mm in the mean',
            unit: 'mm',
            values: [41, 43],
            against: [],
            advice: 'Measure 3 more.',
            typingError: '',
          },
        ],
        ratios: [],
      },
    })
    draw(<Panel />)
    expect(await screen.findByText('1 Feb 2026: alternate')).toBeVisible()
    const sample = await screen.findByRole('group', { name: 'The sample' })
    expect(sample).toHaveTextContent('2 blades, 42 mm in the mean')
    expect(sample).toHaveTextContent('Measure 3 more.')
  })

  it('keeps what is typed when another visit is looked at, each with its own', async () => {
    serve({
      ...others,
      'GET /api/plants/7': aSheet({ visits: [aVisit({ id: '10', date: '2026-02-01' }), aVisit()] }),
    })
    const { user } = draw(<Panel />)
    await user.type(await blade(), '41')
    await user.click(screen.getByRole('button', { name: /^sure · on the plant/ }))
    const choose = async (visit: string) => {
      await user.click(screen.getByRole('combobox', { name: 'Seen on' }))
      await user.click(screen.getByRole('option', { name: visit }))
    }
    await choose('1 Feb 2026')
    expect(await blade()).toHaveValue('')
    await choose('14 May 2026')
    expect(await blade()).toHaveValue('41')
  })
})

describe('the most telling features', () => {
  const two = aBench({ telling: ['blade-length'], fitting: 12 })

  it('stand side by side and stay while they are answered, until the next are asked for', async () => {
    serve({ ...others, 'GET /api/plants/7': aSheet() })
    const { user, rerender } = draw(<Panel organ={null} bench={two} />)
    expect(await bladeRow()).toBeVisible()
    expect(screen.queryByRole('group', { name: 'Leaf arrangement' })).toBeNull()
    expect(screen.getByRole('status', { name: 'Names that fit' })).toHaveTextContent('12 names')

    rerender(<Panel organ={null} bench={{ ...two, telling: ['leaf-arrangement'] }} />)
    expect(await bladeRow()).toBeVisible()
    await user.click(screen.getByRole('button', { name: 'Show the next features' }))
    expect(await screen.findByRole('group', { name: 'Leaf arrangement' })).toBeVisible()
    expect(screen.queryByRole('group', { name: 'Blade length' })).toBeNull()
    expect(screen.getByRole('button', { name: 'Show the next features' })).toBeDisabled()
  })

  it('name those that fit, as they thin out', async () => {
    serve({ ...others, 'GET /api/plants/7': aSheet() })
    const left = aBench({
      fitting: 1,
      likelyNames: {
        ...two.likelyNames,
        features: 3,
        names: [{ name: aName('a', 'Acer circinatum'), mass: 0.93, hazards: [] }],
      },
    })
    draw(<Panel organ={null} bench={left} />)
    const fit = await screen.findByRole('status', { name: 'Names that fit' })
    expect(fit).toHaveTextContent('1 name fits still')
    expect(fit).toHaveTextContent('Acer circinatum 93 %')
    expect(screen.getByText(/Nothing that shows today/)).toBeVisible()
  })
})

describe('a finger drawn sideways', () => {
  const drag = (dx: number, dy: number) => {
    const panel = screen.getByRole('region', { name: 'Features' })
    fireEvent.touchStart(panel, { touches: [{ clientX: 200, clientY: 200 }] })
    fireEvent.touchEnd(panel, { changedTouches: [{ clientX: 200 + dx, clientY: 200 + dy }] })
  }

  it('goes to the organ beside, and up or down stays where it is', async () => {
    serve({ ...others, 'GET /api/plants/7': aSheet() })
    const gone: (Organ | null)[] = []
    draw(
      <FeaturePanel
        sheet={aSheet()}
        guide={aGuide()}
        bench={aBench()}
        organ="leaf"
        onOrgan={(o) => gone.push(o)}
      />,
    )
    await bladeRow()
    drag(-120, 10)
    drag(-80, 90)
    drag(100, 0)
    expect(gone).toEqual(['flower', 'twig'])
  })
})
