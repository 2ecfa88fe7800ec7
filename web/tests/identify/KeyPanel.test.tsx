import { screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { CoupletView, LeadView, PlantSheet, WalkView } from '../../src/api/types'
import { draw } from '../testing/draw'
import { aGuide, aName, aSheet, aTaxon } from '../testing/made'
import { type Asked, Says, serve } from '../testing/server'
import { KeyPanel } from '../../src/identify/key/KeyPanel'
import { LeadCard } from '../../src/identify/key/LeadCard'

const unseen = { mark: 'notSeen', weak: false, because: '' } as const

const aLead = (number: number, text: string, part: Partial<LeadView> = {}): LeadView => ({
  number,
  wording: '',
  to: `couplet ${number + 1}`,
  end: null,
  names: 4,
  agreeing: 0,
  conflicting: 0,
  tests: [
    {
      text,
      character: 'leaf-arrangement',
      howTo: '',
      terms: [],
      drawn: [],
      notSo: false,
      drawnNumber: null,
      marking: unseen,
      offer: {
        character: 'leaf-arrangement',
        label: 'Leaf arrangement',
        states: [text],
        stateLabels: [text],
        rough: '',
      },
    },
  ],
  ...part,
})

const aCouplet = (couplet: number, part: Partial<CoupletView> = {}): CoupletView => ({
  at: { key: 'shrubs', couplet },
  keyTitle: 'Shrubs',
  leads: [aLead(1, 'opposite'), aLead(2, 'alternate')],
  given: null,
  favoured: null,
  ...part,
})

const aWalk = (part: Partial<WalkView> = {}): WalkView => ({
  steps: [],
  current: aCouplet(1),
  open: 1,
  ends: [],
  inPlay: [],
  likely: [],
  doubt: null,
  neither: null,
  ...part,
})

const step = (couplet: number, lead: number | null, part = {}) => ({
  at: { key: 'shrubs', couplet },
  keyTitle: 'Shrubs',
  lead,
  said: lead === 1 ? 'leaves opposite' : 'leaves alternate',
  doubts: 0,
  conflicting: 0,
  ...part,
})

const guide = aGuide({
  keys: [
    {
      id: 'shrubs',
      title: 'Shrubs',
      useWhen: 'Woody below',
      start: 1,
      couplets: [1, 2, 5],
      names: 40,
      scope: null,
    },
    { id: 'trees', title: 'Trees', useWhen: 'One stem', start: 1, couplets: [1], names: 20, scope: null },
    {
      id: 'maples',
      title: 'Maples',
      useWhen: 'A maple',
      start: 1,
      couplets: [1],
      names: 3,
      scope: aName('acer', 'Acer'),
    },
  ],
  taxa: [
    aTaxon('acer', 'Acer', { rank: 'genus' }),
    aTaxon('sapindaceae', 'Sapindaceae', { rank: 'family' }),
    aTaxon('acer-circinatum', 'Acer circinatum', { commonNames: ['vine maple'] }),
  ],
})

const usual = {
  'GET /api/guide': guide,
  'GET /api/drawings/organs/leaf': [],
  'POST /api/bench/names': {},
  'POST /api/plants/7/walk': aSheet(),
}

function open(
  walk: WalkView | null,
  more: Record<string, unknown> = {},
  sheet: PlantSheet = aSheet({ walkRevision: 4 }),
) {
  const server = serve({ ...usual, ...more })
  const acts = { onAccount: vi.fn(), onSuspect: vi.fn(), onName: vi.fn() }
  const drawn = draw(<KeyPanel sheet={sheet} walk={walk} settled guide={guide} {...acts} />)
  return { ...drawn, server, ...acts, moves: () => server.sent('POST /api/plants/7/walk') }
}

describe('a couplet', () => {
  it('shows a lead as printed where its statements do not say it all, with what speaks for it', () => {
    const printed = aLead(1, 'lobes 7–9', { wording: 'Lobes 7–9; a plant of great beauty' })
    const seen = { mark: 'agrees', weak: false, because: 'counted 8' } as const
    draw(
      <LeadCard
        lead={{
          ...printed,
          tests: printed.tests.flatMap((t) => [t, { ...t, text: 'wings spreading', marking: seen }]),
        }}
        favoured={false}
        given={false}
        onChoose={vi.fn()}
        onAccount={vi.fn()}
      />,
    )
    expect(screen.getByText('Lobes 7–9; a plant of great beauty')).toBeVisible()
    expect(screen.getAllByRole('listitem').map((l) => l.textContent)).toEqual([
      '=wings spreading (counted 8)',
    ])
  })

  it('is answered by the number of the lead', async () => {
    const { user, moves } = open(aWalk())
    await user.keyboard('2')
    await waitFor(() =>
      expect(moves()).toEqual([{ move: 'answer', key: 'shrubs', couplet: 1, lead: 2, expected: 4 }]),
    )
  })

  it('is answered by pressing the lead', async () => {
    const { user, moves } = open(aWalk())
    await user.click(
      within(screen.getByRole('article', { name: 'Choice 1' })).getByRole('button', { name: /^1/ }),
    )
    await waitFor(() => expect(moves()).toEqual([expect.objectContaining({ move: 'answer', lead: 1 })]))
  })

  it('of two leads has no third', async () => {
    const { user, moves } = open(aWalk())
    await user.keyboard('3')
    expect(moves()).toEqual([])
  })

  it('that cannot be told is followed both ways', async () => {
    const { user, moves } = open(aWalk())
    await user.keyboard('0')
    await waitFor(() => expect(moves()).toEqual([expect.objectContaining({ move: 'answer', lead: null })]))
    expect(screen.queryByRole('region', { name: 'Record what the choice says' })).toBeNull()
  })

  it('that fits neither way stops the key, which says what it held and what the plant can be kept as', async () => {
    const { user, moves, rerender, onName, onAccount } = open(aWalk())
    await user.click(screen.getByRole('button', { name: /^Neither fits/ }))
    await waitFor(() => expect(moves()).toEqual([expect.objectContaining({ move: 'answer', lead: -1 })]))
    const stopped = aWalk({
      current: null,
      open: 0,
      steps: [step(1, -1)],
      neither: {
        at: { key: 'shrubs', couplet: 1 },
        held: [aName('a', 'Acer circinatum'), aName('b', 'Acer glabrum')],
        count: 9,
        rank: { ...aName('acer', 'Acer'), rank: 'genus' },
      },
    })
    rerender(
      <KeyPanel
        sheet={aSheet({ walkRevision: 4 })}
        walk={stopped}
        settled
        guide={guide}
        onAccount={onAccount}
        onSuspect={() => {}}
        onName={onName}
      />,
    )
    const held = screen.getByRole('region', { name: 'Neither choice fits' })
    expect(held).toHaveTextContent('It held 9 names')
    expect(held).toHaveTextContent('and 7 more')
    await user.click(within(held).getByRole('button', { name: 'Acer circinatum' }))
    expect(onAccount).toHaveBeenCalledWith('a')
    await user.click(within(held).getByRole('button', { name: 'Record it as genus Acer' }))
    expect(onName).toHaveBeenCalledWith('acer')
    await user.click(within(held).getByRole('button', { name: 'Look at step 1 again' }))
    await waitFor(() => expect(moves()[1]).toMatchObject({ move: 'reopen', couplet: 1 }))
  })

  it('is not answered before the answer shown is of this plant', async () => {
    const server = serve(usual)
    const { user } = draw(
      <KeyPanel
        sheet={aSheet()}
        walk={aWalk()}
        settled={false}
        guide={guide}
        onAccount={() => {}}
        onSuspect={() => {}}
        onName={() => {}}
      />,
    )
    await user.keyboard('1{Backspace}')
    expect(server.sent('POST /api/plants/7/walk')).toEqual([])
  })

  it('says which lead what was recorded favours, and which was given before', () => {
    open(aWalk({ current: aCouplet(1, { favoured: 2, given: 1 }) }))
    expect(screen.getByRole('article', { name: 'Choice 1' })).toHaveTextContent('your answer before')
    expect(screen.getByRole('article', { name: 'Choice 2' })).toHaveTextContent(
      'what was recorded favours this',
    )
  })

  it('marks each statement by sign and in words', () => {
    const marked = aLead(1, 'opposite')
    const [test] = marked.tests
    if (!test) throw new Error('no statement')
    const leads = [
      {
        ...marked,
        tests: [{ ...test, marking: { mark: 'conflicts', weak: true, because: 'alternate seen' } as const }],
      },
      {
        ...marked,
        number: 2,
        tests: [{ ...test, marking: { mark: 'agrees', weak: false, because: '' } as const }],
      },
    ]
    open(aWalk({ current: aCouplet(1, { leads }) }))
    const first = within(screen.getByRole('article', { name: 'Choice 1' }))
    expect(first.getByRole('img')).toHaveAccessibleName(
      'conflicts with what was recorded: alternate seen (not surely seen)',
    )
    expect(first.getByRole('img')).toHaveTextContent('≠')
    expect(within(screen.getByRole('article', { name: 'Choice 2' })).getByRole('img')).toHaveTextContent('=')
  })
})

describe('the path', () => {
  const walk = aWalk({
    steps: [step(1, 1), step(2, null, { conflicting: 1 })],
    current: aCouplet(5),
    open: 2,
  })

  it('shows every step, and what is still open', () => {
    open(walk)
    const path = within(screen.getByRole('list', { name: 'Path walked' }))
    expect(path.getAllByRole('button').map((b) => b.textContent)).toEqual([
      step(1, 1).said,
      `${step(2, null).said} ≠`,
    ])
    expect(screen.getByText(/Shrubs, step 5 · 2 steps open/)).toBeVisible()
  })

  it('is opened again at any step', async () => {
    const { user, moves } = open(walk)
    await user.click(screen.getByRole('button', { name: 'Step 1: leaves opposite. Open again' }))
    await waitFor(() =>
      expect(moves()).toEqual([{ move: 'reopen', key: 'shrubs', couplet: 1, lead: null, expected: 4 }]),
    )
  })

  it('goes back a couplet by one key', async () => {
    const { user, moves } = open(walk)
    await user.keyboard('{Backspace}')
    await waitFor(() =>
      expect(moves()).toEqual([{ move: 'back', key: null, couplet: null, lead: null, expected: 4 }]),
    )
  })

  it('does not go back from its beginning', async () => {
    const { user, moves } = open(aWalk())
    await user.keyboard('{Backspace}')
    expect(screen.getByRole('button', { name: /^Back/ })).toBeDisabled()
    expect(moves()).toEqual([])
  })

  it('is put away to begin elsewhere', async () => {
    const { user, moves } = open(walk)
    await user.click(screen.getByRole('button', { name: 'Begin elsewhere' }))
    await waitFor(() => expect(moves()).toEqual([expect.objectContaining({ move: 'putAway' })]))
  })

  it('says why it did not move', async () => {
    const { user } = open(walk, {
      'POST /api/plants/7/walk': new Says(409, { detail: 'J. Adeyemi walked on meanwhile.' }),
    })
    await user.keyboard('1')
    expect(await screen.findByRole('alert')).toHaveTextContent('J. Adeyemi walked on meanwhile.')
  })
})

describe('a mistake on the way', () => {
  it('is suspected, with what speaks for the other lead, and looked at again by one press', async () => {
    const { user, moves } = open(
      aWalk({
        steps: [step(2, 1)],
        doubt: {
          at: { key: 'shrubs', couplet: 2 },
          lead: 1,
          other: 2,
          otherSays: 'leaves alternate',
          chance: 0.6,
          leadsTo: [aName('a', 'Sorbus scopulina'), aName('b', 'Rosa nutkana')],
        },
      }),
    )
    const says = screen.getByRole('status')
    expect(says).toHaveTextContent('Step 2 was perhaps mis-answered')
    expect(says).toHaveTextContent(
      'choice 2 (leaves alternate), which leads to Sorbus scopulina, Rosa nutkana.',
    )
    await user.click(screen.getByRole('button', { name: 'Look at step 2 again' }))
    await waitFor(() =>
      expect(moves()).toEqual([expect.objectContaining({ move: 'reopen', key: 'shrubs', couplet: 2 })]),
    )
  })
})

describe('what a lead says', () => {
  const feature = '/api/plants/7/visits/11/features/leaf-arrangement'

  it('is offered once it is chosen, and recorded once it is ticked', async () => {
    const { user, server } = open(aWalk(), { [`PUT ${feature}`]: aSheet() })
    await user.keyboard('1')
    expect(await screen.findByRole('region', { name: 'Record what the choice says' })).toHaveTextContent(
      'leaf arrangement: opposite',
    )
    await user.keyboard('r r')
    await waitFor(() =>
      expect(server.sent(`PUT ${feature}`)).toEqual([
        expect.objectContaining({ finding: 'states', states: ['opposite'], certainty: 'sure' }),
      ]),
    )
    expect(screen.queryByRole('region', { name: 'Record what the choice says' })).toBeNull()
  })

  it('can be left alone', async () => {
    const { user, server } = open(aWalk())
    await user.keyboard('1')
    await screen.findByRole('region', { name: 'Record what the choice says' })
    await user.keyboard('{Escape}')
    await waitFor(() =>
      expect(screen.queryByRole('region', { name: 'Record what the choice says' })).toBeNull(),
    )
    expect(server.asked.filter((a: Asked) => a.method === 'PUT')).toEqual([])
  })

  it('is offered again when it was not recorded, with the reason', async () => {
    const { user } = open(aWalk(), { [`PUT ${feature}`]: new Says(400, { detail: 'Not on this visit.' }) })
    await user.keyboard('1')
    await screen.findByRole('region', { name: 'Record what the choice says' })
    await user.keyboard('r r')
    expect(await screen.findByRole('alert')).toHaveTextContent('Not on this visit.')
    expect(screen.getByRole('region', { name: 'Record what the choice says' })).toBeVisible()
  })

  it('that was not recorded does not push out what the next lead offers', async () => {
    const [test] = aLead(1, 'opposite').tests
    if (!test) throw new Error('no statement')
    const offer = { character: 'pith', label: 'Pith', states: ['white'], stateLabels: ['white'], rough: '' }
    const leads = [aLead(1, 'opposite'), aLead(2, '', { tests: [{ ...test, text: 'pith white', offer }] })]
    let refuse: (says: Says) => void = () => {}
    const { user } = open(aWalk({ current: aCouplet(1, { leads }) }), {
      [`PUT ${feature}`]: () => new Promise<Says>((resolve) => (refuse = resolve)),
    })
    await user.keyboard('1')
    await screen.findByRole('region', { name: 'Record what the choice says' })
    await user.keyboard('r r')
    await user.click(
      within(screen.getByRole('article', { name: 'Choice 2' })).getByRole('button', { name: /^2/ }),
    )
    expect(await screen.findByText(/pith: white/)).toBeVisible()
    refuse(new Says(400, { detail: 'Not on this visit.' }))
    expect(await screen.findByText(/leaf arrangement: opposite/)).toBeVisible()
    expect(screen.getByText(/pith: white/)).toBeVisible()
  })

  it('is recorded in part: one of several states is chosen, a number is rough', async () => {
    const [test] = aLead(1, 'opposite').tests
    if (!test?.offer) throw new Error('no offer')
    const offer = test.offer
    const lead = aLead(1, '', {
      tests: [
        {
          ...test,
          text: 'a',
          offer: {
            ...offer,
            states: ['opposite', 'whorled'],
            stateLabels: ['opposite', 'whorled'],
            rough: 'opposite or whorled',
          },
        },
        {
          ...test,
          text: 'b',
          offer: {
            character: 'blade-length',
            label: 'Blade length',
            states: [],
            stateLabels: [],
            rough: '40–60 mm',
          },
        },
      ],
    })
    const { user, server } = open(aWalk({ current: aCouplet(1, { leads: [lead, aLead(2, 'alternate')] }) }), {
      [`PUT ${feature}`]: aSheet(),
      'PUT /api/plants/7/visits/11/features/blade-length': aSheet(),
    })
    await user.keyboard('1')
    expect(await screen.findByRole('button', { name: /^Record what is ticked/ })).toBeDisabled()
    await user.click(screen.getByRole('combobox', { name: 'Leaf arrangement' }))
    await user.click(screen.getByRole('option', { name: 'whorled' }))
    await user.click(screen.getByRole('checkbox', { name: /blade length/ }))
    await user.click(screen.getByRole('button', { name: /^Record what is ticked/ }))
    await waitFor(() =>
      expect(server.sent('PUT /api/plants/7/visits/11/features/blade-length')).toEqual([
        expect.objectContaining({ finding: 'rough', rough: '40–60 mm' }),
      ]),
    )
    expect(server.sent(`PUT ${feature}`)).toEqual([expect.objectContaining({ states: ['whorled'] })])
  })

  it('is recorded only where it is ticked, which the keyboard can do as well', async () => {
    const { user, server } = open(aWalk(), { [`PUT ${feature}`]: aSheet() })
    await user.keyboard('1')
    const box = await screen.findByRole('checkbox')
    expect(box).not.toBeChecked()
    expect(screen.getByRole('button', { name: /^Record what is ticked/ })).toBeDisabled()
    await user.keyboard('r')
    expect(box).toHaveFocus()
    await user.keyboard(' ')
    expect(box).toBeChecked()
    await user.keyboard('r')
    await waitFor(() => expect(server.sent(`PUT ${feature}`)).toHaveLength(1))
  })
})

describe('the end of the key', () => {
  const end = (id: string, name: string) => ({
    taxon: aName(id, name),
    doubts: 0,
    agreeing: 5,
    conflicting: 1,
  })

  it('is several names where couplets were left open, each with what agrees', async () => {
    const { user, onAccount, onName } = open(
      aWalk({
        current: null,
        open: 0,
        steps: [step(1, null)],
        ends: [end('a', 'Salix lasiandra'), end('b', 'Salix sitchensis')],
        likely: [
          { taxon: aName('a', 'Salix lasiandra'), mass: 0.7 },
          { taxon: aName('b', 'Salix sitchensis'), mass: 0.3 },
        ],
      }),
    )
    const ends = within(screen.getByRole('region', { name: 'Names the key arrives at' }))
    expect(ends.getByRole('heading', { name: 'The key ends at several names' })).toBeVisible()
    expect(ends.getAllByText('5 features agree, 1 conflicts')).toHaveLength(2)
    expect(ends.getByText(/By the answers alone/)).toHaveTextContent(
      /Salix lasiandra 70\s%, Salix sitchensis 30\s%/,
    )
    await user.click(ends.getAllByRole('button', { name: 'Read its account' })[1] as HTMLElement)
    expect(onAccount).toHaveBeenCalledWith('b')
    await user.click(ends.getAllByRole('button', { name: /^Give this name/ })[0] as HTMLElement)
    expect(onName).toHaveBeenCalledWith('a')
  })
})

describe('where to begin', () => {
  it('is any group key by its number, those of one genus not among them', async () => {
    const { user, moves } = open(null)
    const begin = within(screen.getByRole('region', { name: 'Where to begin' }))
    expect(begin.getByRole('button', { name: /^1 Shrubs/ })).toHaveTextContent('3 steps, 40 names')
    expect(begin.queryByRole('button', { name: /Maples/ })).toBeNull()
    await user.keyboard('2')
    await waitFor(() =>
      expect(moves()).toEqual([{ move: 'begin', key: 'trees', couplet: 1, lead: null, expected: 4 }]),
    )
  })

  it('is a couplet one knows, of those the key has', async () => {
    const { user, moves } = open(null)
    await user.click(screen.getByRole('combobox', { name: 'Key' }))
    await user.click(screen.getByRole('option', { name: 'Shrubs' }))
    await user.type(screen.getByRole('textbox', { name: 'No.' }), '4')
    expect(screen.getByText('This key has the steps 1 to 5.')).toBeVisible()
    expect(screen.getByRole('button', { name: 'Begin' })).toBeDisabled()
    await user.clear(screen.getByRole('textbox', { name: 'No.' }))
    await user.type(screen.getByRole('textbox', { name: 'No.' }), '5')
    await user.click(screen.getByRole('button', { name: 'Begin' }))
    await waitFor(() => expect(moves()).toEqual([expect.objectContaining({ key: 'shrubs', couplet: 5 })]))
  })

  it('is where a genus one recognises begins', async () => {
    const { user, moves } = open(null, {
      'GET /api/starts/acer': [{ at: { key: 'shrubs', couplet: 2 }, keyTitle: 'Shrubs', members: 3 }],
    })
    await user.type(screen.getByRole('combobox', { name: 'Family or genus' }), 'ace{Enter}')
    await user.click(await screen.findByRole('button', { name: 'Shrubs, step 2 (3 names)' }))
    await waitFor(() => expect(moves()).toEqual([expect.objectContaining({ key: 'shrubs', couplet: 2 })]))
  })

  it('says when no key divides it', async () => {
    const { user } = open(null, { 'GET /api/starts/sapindaceae': [] })
    await user.type(screen.getByRole('combobox', { name: 'Family or genus' }), 'sapin{Enter}')
    expect(await screen.findByText('No key divides it.')).toBeVisible()
  })

  it('is a name one suspects, found by its common name as well', async () => {
    const { user, onSuspect } = open(null)
    await user.type(screen.getByRole('combobox', { name: 'The name' }), 'vine{Enter}')
    expect(onSuspect).toHaveBeenCalledWith('acer-circinatum')
  })
})
