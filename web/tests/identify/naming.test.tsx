import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { draw } from '../testing/draw'
import {
  aDetermination,
  aGuide,
  aName,
  anObservation,
  aSession,
  aSheet,
  aSite,
  aTaxon,
} from '../testing/made'
import { type Asked, Says, serve } from '../testing/server'
import { DeterminationDialog } from '../../src/identify/naming/DeterminationDialog'
import { ReviewDialog } from '../../src/identify/naming/ReviewDialog'
import { TakePlantDialog } from '../../src/identify/plant/TakePlantDialog'
import { VoucherDialog } from '../../src/identify/naming/VoucherDialog'

const guide = aGuide({
  taxa: [
    aTaxon('cornus-sericea', 'Cornus sericea', { commonNames: ['red-osier dogwood'] }),
    aTaxon('cornus', 'Cornus', { rank: 'genus' }),
  ],
})

const account = (part = {}) => ({ alerts: [], lookAlikes: [], ...part })

const usual = {
  'GET /api/session': aSession(),
  'GET /api/guide': guide,
  'GET /api/names': [],
  'POST /api/bench/names': {},
  'POST /api/bench/account': account(),
}

describe('giving a name', () => {
  const open = (
    more: Record<string, unknown> = {},
    taxon: string | null = 'cornus-sericea',
    sheet = aSheet(),
  ) => {
    const onClose = vi.fn()
    const server = serve({ ...usual, ...more })
    return {
      ...draw(<DeterminationDialog sheet={sheet} guide={guide} taxon={taxon} onClose={onClose} />),
      server,
      onClose,
      sent: () => server.sent('POST /api/plants/7/determinations'),
    }
  }

  it('keeps the name with its reserve, day and remarks', async () => {
    const { user, sent, onClose } = open({ 'POST /api/plants/7/determinations': aSheet() })
    await user.click(screen.getByRole('combobox', { name: 'Reserve' }))
    await user.click(screen.getByRole('option', { name: /^cf\./ }))
    await user.type(screen.getByRole('textbox', { name: 'Remarks' }), 'fruit not seen')
    await user.click(screen.getByRole('button', { name: 'Give the name' }))
    await waitFor(() => expect(onClose).toHaveBeenCalled())
    expect(sent()).toEqual([
      {
        id: expect.any(String),
        taxon: 'cornus-sericea',
        qualifier: 'cf',
        origin: 'wild',
        date: '2026-05-14',
        remarks: 'fruit not seen',
      },
    ])
    expect(sessionStorage).toHaveLength(0)
  })

  it('is dated today where nothing else is said', async () => {
    const { user, sent } = open({ 'POST /api/plants/7/determinations': aSheet() })
    expect(screen.getByLabelText('Date')).toHaveValue('2026-05-14')
    await user.click(screen.getByRole('button', { name: 'Give the name' }))
    await waitFor(() => expect(sent()).toEqual([expect.objectContaining({ date: '2026-05-14' })]))
  })

  it('keeps the remarks when it is refused, and over a reload', async () => {
    const { user, onClose, unmount } = open({
      'POST /api/plants/7/determinations': new Says(400, { detail: 'A cultivar stops at its species.' }),
    })
    await user.type(screen.getByRole('textbox', { name: 'Remarks' }), 'by the bark')
    await user.click(screen.getByRole('button', { name: 'Give the name' }))
    expect(await screen.findByRole('alert')).toHaveTextContent('A cultivar stops at its species.')
    expect(onClose).not.toHaveBeenCalled()
    unmount()
    open()
    expect(screen.getByRole('textbox', { name: 'Remarks' })).toHaveValue('by the bark')
  })

  it('is sent under one number however often', async () => {
    const { user, sent } = open({ 'POST /api/plants/7/determinations': new Says(400, { detail: 'No.' }) })
    await user.click(screen.getByRole('button', { name: 'Give the name' }))
    await screen.findByRole('alert')
    await user.click(screen.getByRole('button', { name: 'Give the name' }))
    await waitFor(() => expect(sent()).toHaveLength(2))
    const [first, second] = sent() as { id: string }[]
    expect(first?.id).toBeTruthy()
    expect(second?.id).toBe(first?.id)
  })

  it('waits for a name, found by its common name', async () => {
    const { user, sent } = open({ 'POST /api/plants/7/determinations': aSheet() }, null)
    expect(screen.getByRole('button', { name: 'Give the name' })).toBeDisabled()
    await user.type(screen.getByRole('combobox', { name: 'Name, of any rank, or in words' }), 'osier')
    await screen.findByRole('option', { name: /sericea/ })
    await user.keyboard('{Enter}')
    await user.click(screen.getByRole('button', { name: 'Give the name' }))
    await waitFor(() => expect(sent()).toEqual([expect.objectContaining({ taxon: 'cornus-sericea' })]))
  })

  it('says on what it rests, and what is not ruled out', async () => {
    open(
      {
        'POST /api/bench/account': account({
          alerts: ['Not known from this area.'],
          lookAlikes: [
            {
              other: aName('cornus-nuttallii', 'Cornus nuttallii'),
              ruledOut: false,
              characterLabel: 'Bracts',
            },
            { other: aName('salix', 'Salix'), ruledOut: true, characterLabel: 'Buds' },
          ],
        }),
      },
      'cornus-sericea',
      aSheet({
        observations: [
          anObservation(),
          anObservation({ character: 'pith', finding: 'hidden', hidden: 'damaged' }),
        ],
        determinations: [aDetermination()],
      }),
    )
    expect(screen.getByText(/Kept with it as reasons/)).toHaveTextContent(
      'no key walked, 1 feature seen. Earlier names stay on the sheet.',
    )
    expect(await screen.findByText('Not known from this area.')).toBeVisible()
    const open_ = screen.getByText(/Not ruled out yet/)
    expect(open_).toHaveTextContent('Cornus nuttallii (bracts)')
    expect(open_).not.toHaveTextContent('Salix')
  })
})

describe('a review', () => {
  const name = aDetermination({
    reasons: {
      ...aDetermination().reasons,
      path: [{ key: 'shrubs', couplet: 1, lead: 1, said: 'opposite' }] as never,
      notRuledOut: ['Cornus nuttallii'],
    },
  })
  const open = (more: Record<string, unknown> = {}) => {
    const onClose = vi.fn()
    const server = serve({ ...usual, 'POST /api/plants/7/determinations/21/reviews': aSheet(), ...more })
    return {
      ...draw(<ReviewDialog plant="7" name={name} onClose={onClose} />),
      onClose,
      sent: () => server.sent('POST /api/plants/7/determinations/21/reviews'),
    }
  }

  it('says on what the name rests', () => {
    open()
    expect(screen.getByRole('dialog')).toHaveTextContent(
      'It rests on 0 features and a walk of 1 step; not ruled out: Cornus nuttallii.',
    )
  })

  it('may agree without a word', async () => {
    const { user, sent, onClose } = open()
    await user.click(screen.getByRole('button', { name: 'Say so' }))
    await waitFor(() => expect(onClose).toHaveBeenCalled())
    expect(sent()).toEqual([{ verdict: 'agrees', remark: '' }])
  })

  it.each([
    ['I differ', 'differs', 'What speaks against it'],
    ['I cannot say yet', 'asksMore', 'What should be looked at'],
  ])('that says "%s" says why', async (label, verdict, asks) => {
    const { user, sent } = open()
    await user.click(screen.getByRole('radio', { name: new RegExp(`^${label}`) }))
    expect(screen.getByRole('button', { name: 'Say so' })).toBeDisabled()
    await user.type(screen.getByRole('textbox', { name: asks }), 'the buds')
    await user.click(screen.getByRole('button', { name: 'Say so' }))
    await waitFor(() => expect(sent()).toEqual([{ verdict, remark: 'the buds' }]))
    expect(sessionStorage).toHaveLength(0)
  })
})

describe('a voucher', () => {
  const open = (more: Record<string, unknown> = {}) => {
    const onClose = vi.fn()
    const server = serve({
      ...usual,
      'GET /api/plants/7/collecting': ({ path }: Asked) => {
        const asked = new URL(path, 'http://x').searchParams
        const allowed = Number(asked.get('stand')) >= 20 * Number(asked.get('taken'))
        return { allowed, says: [allowed ? 'The stand bears it.' : 'At most one in twenty.'] }
      },
      'POST /api/plants/7/vouchers': aSheet(),
      ...more,
    })
    return { ...draw(<VoucherDialog sheet={aSheet()} onClose={onClose} />), server, onClose }
  }
  const type = async (user: ReturnType<typeof open>['user'], field: string, text: string) => {
    await user.clear(screen.getByRole('textbox', { name: field }))
    await user.type(screen.getByRole('textbox', { name: field }), text)
  }

  it('is noted only where the stand bears it', async () => {
    const { user, server, onClose } = open()
    const note = screen.getByRole('button', { name: 'Note the voucher' })
    await type(user, 'Its number', 'RO 12')
    await type(user, 'Kept at', 'field station')
    fireEvent.change(screen.getByLabelText('Taken on'), { target: { value: '2026-05-14' } })
    await type(user, 'Plants in the stand', '30')
    await type(user, 'Whole plants taken', '2')
    await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('At most one in twenty.'))
    expect(note).toBeDisabled()
    await type(user, 'Plants in the stand', '40')
    await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('The stand bears it.'))
    await user.click(note)
    await waitFor(() => expect(onClose).toHaveBeenCalled())
    expect(server.sent('POST /api/plants/7/vouchers')).toEqual([
      { number: 'RO 12', keptAt: 'field station', takenOn: '2026-05-14', stand: 40, taken: 2, permit: '' },
    ])
  })

  it('does not ask while the numbers are none', async () => {
    const { user, server } = open()
    await type(user, 'Plants in the stand', 'many')
    await type(user, 'Plants in the stand', '-4')
    expect(server.asked.filter((a) => a.path.includes('collecting'))).toEqual([])
    expect(screen.getByRole('button', { name: 'Note the voucher' })).toBeDisabled()
  })
})

describe('taking a plant', () => {
  const open = (more: Record<string, unknown> = {}, session = aSession()) => {
    const onTaken = vi.fn()
    const server = serve({
      ...usual,
      'GET /api/deleted-sites': [],
      'GET /api/sites': [aSite(), aSite({ id: '4', name: 'Fen', elevationM: null })],
      'POST /api/plants': aSheet(),
      ...more,
    })
    return {
      ...draw(<TakePlantDialog onClose={() => {}} onTaken={onTaken} />, { session }),
      onTaken,
      sent: () => server.sent('POST /api/plants'),
    }
  }

  it('says where, when, what stage and what is on it', async () => {
    const { user, sent, onTaken } = open()
    await user.type(screen.getByRole('textbox', { name: /^What it looks like/ }), 'Low shrub, red twigs')
    await user.click(await screen.findByRole('combobox', { name: 'Site' }))
    await user.click(await screen.findByRole('option', { name: 'Fen' }))
    await user.click(screen.getByRole('combobox', { name: 'Life stage' }))
    await user.click(screen.getByRole('option', { name: 'sapling' }))
    await user.click(screen.getByRole('checkbox', { name: 'leaves' }))
    await user.click(screen.getByRole('checkbox', { name: 'open flowers' }))
    await user.click(screen.getByRole('checkbox', { name: 'leaves' }))
    await user.click(screen.getByRole('checkbox', { name: 'browsed' }))
    await user.click(screen.getByRole('button', { name: 'Add it' }))
    await waitFor(() => expect(onTaken).toHaveBeenCalledWith('7'))
    expect(sent()).toEqual([
      {
        id: expect.any(String),
        site: '4',
        description: 'Low shrub, red twigs',
        origin: 'wild',
        tag: null,
        visit: {
          id: expect.any(String),
          date: '2026-05-14',
          stage: 'sapling',
          sex: null,
          parts: ['flowers'],
          altered: ['browsed'],
          note: '',
        },
      },
    ])
    expect(sessionStorage).toHaveLength(0)
  })

  it('begins where and on what day the last one of today was taken', async () => {
    const first = open()
    await first.user.type(screen.getByRole('textbox', { name: /^What it looks like/ }), 'one of a row')
    await first.user.click(await screen.findByRole('combobox', { name: 'Site' }))
    await first.user.click(await screen.findByRole('option', { name: 'Fen' }))
    await first.user.clear(screen.getByLabelText('Date'))
    await first.user.type(screen.getByLabelText('Date'), '2026-05-12')
    await first.user.click(screen.getByRole('button', { name: 'Add it' }))
    await waitFor(() => expect(first.onTaken).toHaveBeenCalled())
    first.unmount()
    const next = open()
    await waitFor(() => expect(screen.getByRole('combobox', { name: 'Site' })).toHaveTextContent('Fen'))
    expect(screen.getByLabelText('Date')).toHaveValue('2026-05-12')
    await next.user.click(screen.getByRole('button', { name: 'Add it' }))
    await waitFor(() => expect(next.sent()).toEqual([expect.objectContaining({ site: '4' })]))
  })

  it('takes the site one stands at from the receiver', async () => {
    const { user, sent } = open({
      'GET /api/devices/position': {
        latitude: 45,
        longitude: -123,
        uncertaintyM: 5,
        elevationM: 100,
        words: '45.0° N',
        nearest: { site: 4, words: '30 m from Fen' },
      },
    })
    await user.click(await screen.findByRole('button', { name: 'Simulated receiver' }))
    expect(await screen.findByRole('status')).toHaveTextContent('You are 30 m from Fen (45.0° N, simulated).')
    await waitFor(() => expect(screen.getByRole('button', { name: 'Add it' })).toBeEnabled())
    await user.click(screen.getByRole('button', { name: 'Add it' }))
    await waitFor(() => expect(sent()).toEqual([expect.objectContaining({ site: 4 })]))
  })

  it('keeps the first site where the receiver is far from any', async () => {
    const { user, sent } = open({
      'GET /api/devices/position': {
        latitude: 0,
        longitude: 0,
        uncertaintyM: 5,
        elevationM: null,
        words: '0° N',
        nearest: { site: null, words: '' },
      },
    })
    await user.click(await screen.findByRole('button', { name: 'Simulated receiver' }))
    expect(await screen.findByRole('status')).toHaveTextContent(
      'You are far from any site (0° N, simulated).',
    )
    await waitFor(() => expect(screen.getByRole('button', { name: 'Add it' })).toBeEnabled())
    await user.click(screen.getByRole('button', { name: 'Add it' }))
    await waitFor(() => expect(sent()).toEqual([expect.objectContaining({ site: '3' })]))
  })

  it('adds a site on the way, and takes the plant there', async () => {
    const sites = [aSite()]
    const { user, sent } = open({
      'GET /api/guide': aGuide(),
      'GET /api/sites': () => sites,
      'POST /api/sites': ({ body }: Asked) => {
        sites.push(aSite({ ...(body as object), id: '9' }))
        return sites[1]
      },
    })
    await user.click(await screen.findByRole('button', { name: 'New site …' }))
    const name = await screen.findByRole('textbox', { name: 'Name' })
    await user.type(name, 'Alder flat')
    await user.click(screen.getByRole('button', { name: 'Add' }))
    await waitFor(() => expect(screen.queryByRole('textbox', { name: 'Name' })).toBeNull())
    await waitFor(() => expect(screen.getByRole('button', { name: 'Add it' })).toBeEnabled())
    await user.click(screen.getByRole('button', { name: 'Add it' }))
    await waitFor(() => expect(sent()).toEqual([expect.objectContaining({ site: '9' })]))
  })

  it('waits for who takes it', async () => {
    open({}, aSession({ person: null }))
    await screen.findByRole('combobox', { name: 'Site' })
    expect(screen.getByRole('button', { name: 'Add it' })).toBeDisabled()
  })
})
