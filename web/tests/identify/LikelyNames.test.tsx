import { screen, waitFor, within } from '@testing-library/react'
import { useState } from 'react'
import { describe, expect, it, vi } from 'vitest'
import type { BenchAnswer, BenchChoices, PlantGrade, Suggestion } from '../../src/api/types'
import { withMeans } from '../../src/api/choices'
import { draw } from '../testing/draw'
import { aBench, aDetermination, aGuide, aName, aSession, aSheet, aTaxon } from '../testing/made'
import { type Asked, Says, serve } from '../testing/server'
import { LikelyNames } from '../../src/identify/likely/LikelyNames'
import likelyCss from '../../src/identify/likely/likely.module.css'

const weighed = (id: string, name: string, mass: number, part = {}) => ({
  name: aName(id, name),
  mass,
  hazards: [],
  ...part,
})

const aSuggestion = (part: Partial<Suggestion> = {}): Suggestion => ({
  character: 'pith',
  purpose: 'parts',
  organ: 'twig',
  label: 'Pith',
  howTo: 'Cut a twig.',
  bits: 1.24,
  bitsPerMinute: 2,
  effortSeconds: 20,
  tool: 'knife',
  harm: 'cut',
  parts: [aName('a', 'Acer circinatum'), aName('b', 'Acer glabrum')],
  outcomes: [
    { state: 'white', label: 'white', chance: 0.6, leads: aName('a', 'Acer circinatum'), mass: 0.9 },
    { state: 'brown', label: 'brown', chance: 0.4, leads: null, mass: 0.5 },
  ],
  ...part,
})

const likelyNames: BenchAnswer['likelyNames'] = {
  names: [weighed('a', 'Acer circinatum', 0.6), weighed('b', 'Acer glabrum', 0.3)],
  ranks: [],
  outside: 0.1,
  safe: null,
  outsideIsSafe: false,
  features: 2,
  hazards: [],
  untreated: [],
  against: [],
}

const anAnswer = (part: Partial<BenchAnswer> = {}) =>
  aBench({
    likelyNames,
    priors: [
      {
        taxon: aName('a', 'Acer circinatum'),
        factors: { habitat: 1, elevation: 0.25, season: 1, commonness: 0.5 } as never,
      },
    ],
    lookNext: [aSuggestion()],
    ...part,
  })

const aGrade = (
  part: Partial<PlantGrade['answer']> = {},
  overrule: PlantGrade['overrule'] = null,
): PlantGrade => ({
  answer: {
    grade: {
      grade: 'leaning',
      name: aName('a', 'Acer circinatum'),
      reasons: [
        { kind: 'leads', from: 'leaning', met: true, says: 'One name leads.' },
        { kind: 'reproductive', from: 'confirmed', met: false, says: 'Flower or fruit was not seen.' },
      ],
    },
    needs: [],
    ...part,
  },
  overrule,
  run: { days: 0, error: 8, reasons: [] },
})

function open(
  answer: Partial<BenchAnswer> = {},
  { grade = aGrade(), sheet = aSheet(), session = aSession(), more = {} as Record<string, unknown> } = {},
) {
  const acts = {
    onAccount: vi.fn(),
    onSuspect: vi.fn(),
    onReasons: vi.fn(),
    onLook: vi.fn(),
    onRecord: vi.fn(),
    onApart: vi.fn(),
    onName: vi.fn(),
  }
  const chosen: BenchChoices[] = []
  const guide = aGuide({ taxa: [aTaxon('a', 'Acer circinatum', { commonNames: ['vine maple'] })] })
  const server = serve({
    'GET /api/plants/7/grade': grade,
    'GET /api/guide': guide,
    'GET /api/plants/7/taken-off': { names: [], visits: [] },
    ...more,
  })
  function Desk() {
    const [choices, setChoices] = useState(withMeans(null))
    return (
      <LikelyNames
        sheet={sheet}
        bench={anAnswer(answer)}
        choices={choices}
        guide={guide}
        busy={false}
        onChoices={(next) => {
          chosen.push(next)
          setChoices(next)
        }}
        {...acts}
      />
    )
  }
  return { ...draw(<Desk />, { session }), ...acts, server, chosen }
}

describe('where the name stands', () => {
  it('is nothing before a feature is recorded', () => {
    open({ likelyNames: { ...likelyNames, names: [], features: 0 } })
    expect(screen.getByText('Record a feature, and the names are weighed.')).toBeVisible()
    expect(screen.getByText('0 features weighed')).toBeVisible()
  })

  it('is the names by their weight, with what lies outside the guide', async () => {
    const { user, onReasons, onApart } = open({
      likelyNames: {
        ...likelyNames,
        ranks: [{ ...weighed('acer', 'Acer', 0.9), name: aName('acer', 'Acer', { rank: 'genus' }) }],
      },
    })
    const rows = [...document.querySelectorAll(`.${likelyCss.weighed}`)].map((r) => r.textContent)
    expect(rows).toEqual([
      'genus Acer90\u00a0%',
      'Acer circinatum60\u00a0%',
      'Acer glabrum30\u00a0%',
      'outside the guide10\u00a0%',
    ])
    await user.click(document.querySelectorAll<HTMLElement>(`button.${likelyCss.weighed}`)[1] as HTMLElement)
    expect(onReasons).toHaveBeenLastCalledWith('b')
    await user.click(screen.getByRole('button', { name: /^Tell the first two apart/ }))
    expect(onApart).toHaveBeenCalledWith(['a', 'b'])
  })

  it.each([
    [{ outsideIsSafe: true }, 'Can be said today: none of these'],
    [{}, 'No name is sure enough yet'],
    [
      { safe: { names: [aName('acer', 'Acer', { rank: 'genus' })], mass: 0.97, hazards: [] } },
      'Can be said today: genus Acer, 97\u00a0%',
    ],
    [
      {
        safe: {
          names: [aName('a', 'Cicuta douglasii'), aName('b', 'Conium maculatum')],
          mass: 0.995,
          hazards: ['deadly' as const],
        },
      },
      'Can be said today: Cicuta douglasii or Conium maculatum, >\u00a099\u00a0% · deadly',
    ],
  ])('can be said in a line: %j', (part, says) => {
    open({ likelyNames: { ...likelyNames, ...part } })
    expect(document.querySelector(`.${likelyCss.safe}`)?.textContent).toBe(says)
  })

  it('warns of names that can hurt while they may still be meant', () => {
    open({
      harmAllowed: 'touch',
      likelyNames: {
        ...likelyNames,
        hazards: [{ hazard: 'deadly', mass: 0.12, names: ['Cicuta douglasii', 'Conium maculatum'] }],
      },
    })
    expect(screen.getByRole('note').textContent).toBe(
      'Gloves on; crush, pick and cut nothing until this is settled. Deadly: 12\u00a0% together (Cicuta douglasii, Conium maculatum).',
    )
  })

  it('says when an organ was perhaps taken for another, and leads there', async () => {
    const { user, onLook } = open({
      organDoubts: [
        {
          character: 'leaf-arrangement',
          label: 'Leaf',
          found: 'leaflet',
          prompt: 'Look for the bud.',
          instead: null,
        },
      ],
    })
    await user.click(screen.getByRole('button', { name: 'Look again' }))
    expect(onLook).toHaveBeenCalledWith('leaf')
  })
})

describe('what place and date say', () => {
  it('can be left out factor by factor', async () => {
    const { user, chosen } = open()
    await user.click(screen.getByText('What place and date say'))
    expect(screen.getByRole('columnheader', { name: /A\. ?circinatum/ })).toBeInTheDocument()
    const row = screen.getByRole('row', { name: /height/ })
    expect(row).toHaveTextContent('0.25')
    await user.click(within(row).getByRole('checkbox'))
    expect(chosen.at(-1)?.leftOut).toEqual(['elevation'])
    expect(screen.getByText(/1 left out/)).toBeInTheDocument()
    await user.click(within(row).getByRole('checkbox'))
    expect(chosen.at(-1)?.leftOut).toEqual([])
  })

  it('counts plants of one colony together unless told not to', async () => {
    const { user, chosen } = open(
      {},
      { sheet: aSheet({ colony: [{ id: '8', tag: 'G-008', by: 'R. Ostrow' }] }) },
    )
    await user.click(screen.getByRole('checkbox', { name: 'counts as one colony with G-008', hidden: true }))
    expect(chosen.at(-1)?.colonyLeftOut).toBe(true)
  })
})

describe('what to look at next', () => {
  it('says effort, tool, gain and whom it parts; what is seen is recorded by one press', async () => {
    const { user, onLook, onRecord } = open()
    const first = screen.getByRole('button', { name: /^Pith/ })
    expect(first).toHaveTextContent('20 s, knife, tells very much · parts Acer circinatum from Acer glabrum')
    await user.click(first)
    expect(onLook).toHaveBeenCalledWith('twig')
    const chips = within(screen.getByRole('group', { name: 'Record pith' }))
    expect(chips.getByRole('button', { name: /^brown/ })).toHaveAttribute(
      'title',
      'Seen in 40\u00a0%; then outside the guide leads with 50\u00a0%',
    )
    await user.click(chips.getByRole('button', { name: /^white/ }))
    expect(onRecord).toHaveBeenCalledWith('pith', 'white', 'sure')
  })

  it('looks again first at what speaks against the name, and records that it was looked at twice', async () => {
    const against = { character: 'pith', label: 'Pith', found: 'brown', checked: false }
    const { user, onRecord } = open({
      likelyNames: { ...likelyNames, against: [against] },
      lookNext: [aSuggestion({ purpose: 'again' })],
    })
    expect(await screen.findByText(/does not show pith: brown/)).toHaveTextContent('Look again')
    const first = within(screen.getByRole('list')).getByRole('listitem')
    expect(first).toHaveTextContent('speaks against Acer circinatum: look once more')
    await user.click(screen.getByRole('button', { name: /^brown/ }))
    expect(onRecord).toHaveBeenCalledWith('pith', 'brown', 'checked')
  })

  it('says that the plant is near a name and not it once that was looked at twice', async () => {
    const against = { character: 'pith', label: 'Pith', found: 'brown', checked: true }
    open({ likelyNames: { ...likelyNames, against: [against] } })
    expect(await screen.findByText(/looked at twice/)).toHaveTextContent(
      'Near Acer circinatum, not it (pith: brown, looked at twice).',
    )
  })

  it('names species that the guide lists and does not describe', async () => {
    open({
      likelyNames: {
        ...likelyNames,
        untreated: [{ name: 'Acer platanoides', common: 'Norway maple', mass: 0.12, hazards: ['deadly'] }],
      },
    })
    const line = (await screen.findByText('or, not treated here:')).closest('div')
    expect(line).toHaveTextContent('Acer platanoides ▲ deadly')
  })

  it('shows a few states and the others on request', async () => {
    const outcomes = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'].map((state) => ({
      state,
      label: `state ${state}`,
      chance: 0.1,
      leads: null,
      mass: 0.5,
    }))
    const { user } = open({ lookNext: [aSuggestion({ outcomes })] })
    expect(screen.queryByRole('button', { name: /^state h/ })).toBeNull()
    await user.click(screen.getByRole('button', { name: '2 more' }))
    expect(screen.getByRole('button', { name: /^state h/ })).toBeVisible()
  })

  it('keeps to the tools one has and to what is allowed', async () => {
    const { user, chosen } = open({ lookNext: [] })
    expect(screen.getByText('Nothing that shows today and is allowed here would tell more.')).toBeVisible()
    const kit = screen.getByText(/^With me/)
    expect(kit).toHaveTextContent('With me: hand lens, ruler, knife · allowed: cutting')
    await user.click(kit)
    await user.click(screen.getByRole('checkbox', { name: 'knife' }))
    await user.selectOptions(screen.getByRole('combobox', { name: /permit allow/ }), 'looking only')
    expect(chosen.at(-1)?.fieldKit).toEqual({ tools: ['handLens', 'ruler'], harm: 'look' })
    expect(kit).toHaveTextContent('With me: hand lens, ruler · allowed: looking only')
  })
})

describe('cautions', () => {
  it('are the first two while many names are in play, and more once few are', () => {
    const cautions = Array.from({ length: 4 }, (_, i) => ({
      hazard: 'irritant' as const,
      text: `Caution ${i}.`,
      taxa: ['Toxicodendron diversilobum'],
    }))
    open({ cautions })
    expect(screen.getAllByText(/^Caution \d\.$/)).toHaveLength(2)
    expect(screen.getByText('and 2 cautions more; they narrow as the key does.')).toBeVisible()
  })
})

describe('names on the sheet', () => {
  const sheet = aSheet({
    determinations: [aDetermination(), aDetermination({ id: '20', fullName: 'Cornus sp.' })],
  })

  it('are reviewed by a second person, the latest alone', async () => {
    const { user } = open({}, { sheet })
    await user.click(screen.getByRole('button', { name: 'Review this name' }))
    expect(screen.getByRole('dialog')).toHaveTextContent('given by J. Adeyemi')
  })

  it('are withdrawn with a reason, and stand again', async () => {
    const taken = {
      id: 'w',
      fullName: 'Acer glabrum',
      person: 'J. Adeyemi',
      date: '2026-06-14',
      by: 'M. Falk',
      reason: 'wrong leaf',
      at: '2026-06-15T08:00:00Z',
    }
    const asked: unknown[] = []
    const { user } = open(
      {},
      {
        sheet,
        more: {
          'GET /api/plants/7/taken-off': { names: [taken], visits: [] },
          [`POST /api/plants/7/determinations/${sheet.determinations[0]?.id}/withdrawal`]: ({
            body,
          }: Asked) => {
            asked.push(body)
            return sheet
          },
          'POST /api/plants/7/determinations/w/return': ({ body }: Asked) => {
            asked.push(body)
            return sheet
          },
          'POST /api/bench/names': {},
        },
      },
    )
    await user.click(screen.getAllByRole('button', { name: 'Withdraw …' })[0] as HTMLElement)
    expect(screen.getByRole('button', { name: 'Withdraw it' })).toBeDisabled()
    await user.type(screen.getByRole('textbox', { name: /^Why/ }), 'seen again')
    await user.click(screen.getByRole('button', { name: 'Withdraw it' }))
    expect(asked).toEqual([{ reason: 'seen again' }])
    await user.click(screen.getByText('1 name withdrawn'))
    expect(screen.getByText(/withdrawn by M. Falk, 15 Jun 2026: wrong leaf/)).toBeVisible()
    await user.click(screen.getByRole('button', { name: 'Let it stand again' }))
    expect(asked).toHaveLength(2)
  })

  it.each([
    ['their own giver', aSession({ person: { id: '2', name: 'J. Adeyemi' } })],
    ['who may not review', aSession({ mayReview: false })],
  ])('are not reviewed by %s', (_, session) => {
    open({}, { sheet, session })
    expect(screen.queryByRole('button', { name: 'Review this name' })).toBeNull()
  })
})

describe('the grade', () => {
  it('shows each reason as met or not, and what to come back for', async () => {
    const { user, onLook } = open(
      {},
      {
        grade: aGrade({
          needs: [
            {
              part: 'fruit',
              from: '2026-05-01',
              to: '2026-06-01',
              error: 4,
              open: true,
              features: [],
              reasons: ['reproductive'],
              bits: 1,
              words: 'Fruit until about 1 June.',
            },
          ],
        }),
      },
    )
    expect(await screen.findByText('1 of 2 reasons met')).toBeVisible()
    const box = within(screen.getByRole('group', { name: 'How sure' }))
    expect(box.getByText('likely')).toHaveAttribute('aria-current', 'step')
    expect(box.getByText(/Flower or fruit was not seen\./)).toHaveTextContent(
      '○ Flower or fruit was not seen. for confirmed',
    )
    await user.click(screen.getByRole('button', { name: 'Record it now' }))
    expect(onLook).toHaveBeenCalledWith('fruit')
  })

  it('is overruled with a reason, which stands beside it', async () => {
    let grade = aGrade()
    const { user, server } = open(
      {},
      {
        more: {
          'GET /api/plants/7/grade': () => grade,
          'POST /api/plants/7/grade': ({ body }: Asked) =>
            (grade = aGrade(
              {},
              { ...(body as { grade: 'settled'; reason: string }), person: 'R. Ostrow', on: '2026-05-14' },
            )),
        },
      },
    )
    await user.click(await screen.findByRole('button', { name: 'Overrule …' }))
    expect(screen.getByRole('dialog')).toHaveTextContent('Reckoned is “likely”.')
    await user.click(screen.getByRole('combobox', { name: 'How sure' }))
    await user.click(screen.getByRole('option', { name: 'well supported' }))
    expect(screen.getByRole('button', { name: 'Set it' })).toBeDisabled()
    await user.type(screen.getByRole('textbox', { name: 'Reason' }), 'planted by me')
    await user.click(screen.getByRole('button', { name: 'Set it' }))
    expect(await screen.findByText(/Set to/)).toHaveTextContent(
      'Set to well supported by R. Ostrow on 14 May 2026: planted by me',
    )
    expect(server.sent('POST /api/plants/7/grade')).toEqual([{ grade: 'settled', reason: 'planted by me' }])
  })

  it('says what went wrong when it cannot be told', async () => {
    open(
      {},
      {
        more: { 'GET /api/plants/7/grade': new Says(500, { detail: 'The grade could not be worked out.' }) },
      },
    )
    await waitFor(() => expect(screen.getByRole('alert')).toHaveTextContent('could not be worked out'))
  })
})
