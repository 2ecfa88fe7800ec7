import { screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { AccessChange, PersonAccess } from '../../src/api/types'
import { draw } from '../testing/draw'
import { aPlantTag, aSession } from '../testing/made'
import { aMoment, type Asked, Says, serve } from '../testing/server'
import { EntryPage } from '../../src/people/EntryPage'
import { PasswordDialog } from '../../src/people/PasswordDialog'
import { PeoplePage } from '../../src/people/PeoplePage'

const outside = aSession({ person: null, role: null, mayRecord: false, isSteward: false })

describe('the door', () => {
  it('lets one in by name and password', async () => {
    const server = serve({ 'POST /api/session': aSession() })
    const { user, client } = draw(<EntryPage session={outside} />)
    const enter = screen.getByRole('button', { name: 'Sign in' })
    expect(enter).toBeDisabled()
    await user.type(screen.getByRole('textbox', { name: 'Your name' }), 'R. Ostrow')
    expect(enter).toBeDisabled()
    await user.type(screen.getByLabelText('Password'), 'four words in row{Enter}')
    await waitFor(() =>
      expect(server.sent('POST /api/session')).toEqual([
        { name: 'R. Ostrow', password: 'four words in row' },
      ]),
    )
    await waitFor(() => expect(client.getQueryData(['session'])).toMatchObject({ person: { id: '1' } }))
    expect(screen.queryByRole('region', { name: /a made-up survey/ })).toBeNull()
  })

  it('forgets what the person before was shown', async () => {
    serve({ 'POST /api/session': aSession() })
    const { user, client } = draw(<EntryPage session={outside} />)
    client.setQueryData(['plants'], [{ id: 1 }])
    await user.type(screen.getByRole('textbox', { name: 'Your name' }), 'R. Ostrow')
    await user.type(screen.getByLabelText('Password'), 'x{Enter}')
    await waitFor(() => expect(client.getQueryData(['plants'])).toBeUndefined())
  })

  it('keeps the name when the password is wrong', async () => {
    serve({ 'POST /api/session': new Says(400, { detail: 'Name or password is wrong.' }) })
    const { user } = draw(<EntryPage session={outside} />)
    await user.type(screen.getByRole('textbox', { name: 'Your name' }), 'R. Ostrow')
    await user.type(screen.getByLabelText('Password'), 'wrong{Enter}')
    expect(await screen.findByRole('alert')).toHaveTextContent('Name or password is wrong.')
    expect(screen.getByRole('textbox', { name: 'Your name' })).toHaveValue('R. Ostrow')
  })

  it('of a new survey makes the first steward', async () => {
    const server = serve({ 'POST /api/first-steward': aSession() })
    const { user } = draw(<EntryPage session={{ ...outside, needsSteward: true }} />)
    expect(screen.getByRole('heading', { name: 'A new survey' })).toBeVisible()
    await user.type(screen.getByRole('textbox', { name: /^Your name/ }), 'R. Ostrow')
    await user.type(screen.getByLabelText('A password'), 'four words in row')
    await user.click(screen.getByRole('button', { name: 'Begin the survey' }))
    await waitFor(() =>
      expect(server.sent('POST /api/first-steward')).toEqual([
        { name: 'R. Ostrow', password: 'four words in row' },
      ]),
    )
  })

  it('of the demo lets one in as anybody by one press, those who may do least first', async () => {
    const server = serve({ 'PUT /api/session': aSession() })
    const { user } = draw(
      <EntryPage
        session={{
          ...outside,
          demoEntries: [
            { id: '1', name: 'R. Ostrow', role: 'steward', seesSensitive: true },
            { id: '2', name: 'J. Adeyemi', role: 'surveyor', seesSensitive: false },
            { id: '3', name: 'V. Marchetti', role: 'reader', seesSensitive: false },
          ],
        }}
      />,
    )
    const people = within(screen.getByRole('list')).getAllByRole('button')
    expect(people.map((p) => p.querySelector('b')?.textContent)).toEqual([
      'V. Marchetti',
      'J. Adeyemi',
      'R. Ostrow',
    ])
    expect(people[0]).not.toHaveTextContent('not yet told')
    expect(people[1]).toHaveTextContent('not yet told where sensitive plants stand')
    await user.click(people[1] as HTMLElement)
    await waitFor(() => expect(server.sent('PUT /api/session')).toEqual([{ person: '2' }]))
  })
})

describe('a password', () => {
  it('is changed by its owner', async () => {
    const onClose = vi.fn()
    const server = serve({ 'PUT /api/password': aSession() })
    const { user } = draw(<PasswordDialog onClose={onClose} />)
    expect(screen.getByRole('button', { name: 'Change it' })).toBeDisabled()
    await user.type(screen.getByLabelText('Password until now'), 'old words')
    await user.type(screen.getByLabelText('New password'), 'new words here{Enter}')
    await waitFor(() => expect(onClose).toHaveBeenCalled())
    expect(server.sent('PUT /api/password')).toEqual([{ old: 'old words', new: 'new words here' }])
  })

  it('that is refused says why and stays open', async () => {
    const onClose = vi.fn()
    serve({ 'PUT /api/password': new Says(400, { detail: 'At least 12 characters.' }) })
    const { user } = draw(<PasswordDialog onClose={onClose} />)
    await user.type(screen.getByLabelText('New password'), 'short{Enter}')
    expect(await screen.findByRole('alert')).toHaveTextContent('At least 12 characters.')
    expect(onClose).not.toHaveBeenCalled()
  })
})

describe('the desk of a steward', () => {
  const person = (id: string, name: string, part: Partial<PersonAccess> = {}): PersonAccess => ({
    id,
    name,
    role: 'surveyor',
    trusted: false,
    closed: false,
    shutUntil: null,
    ...part,
  })
  const open = (people: PersonAccess[], more: Record<string, unknown> = {}) => {
    let all = people
    const change = (id: string) => async (asked: Asked) => {
      await aMoment()
      return (all = all.map((p) => (p.id === id ? { ...p, ...(asked.body as AccessChange) } : p)))
    }
    const server = serve({
      'GET /api/session': aSession(),
      'GET /api/people': () => all,
      'GET /api/audit': [],
      'GET /api/plants': [aPlantTag({ id: '0197f3a0-0000-7000-8000-00000000000a', tag: 'G-007' })],
      'PUT /api/people/2': change('2'),
      ...more,
    })
    return { ...draw(<PeoplePage />), server, changes: () => server.sent('PUT /api/people/2') }
  }

  it('is not for others', () => {
    serve({})
    draw(<PeoplePage />, { session: aSession({ isSteward: false }) })
    expect(screen.getByText(/Ask one of them/)).toBeVisible()
    expect(screen.queryByRole('table')).toBeNull()
  })

  it('says what each is and is told', async () => {
    const { user, changes } = open([person('2', 'J. Adeyemi')])
    await user.click(await screen.findByRole('combobox', { name: 'What J. Adeyemi is' }))
    await user.click(screen.getByRole('option', { name: 'Determiner' }))
    await waitFor(() => expect(changes()).toEqual([{ role: 'determiner', trusted: false, closed: false }]))
  })

  it('keeps both of two changes made quickly', async () => {
    const { user, changes } = open([person('2', 'J. Adeyemi')])
    await user.click(await screen.findByRole('checkbox', { name: 'J. Adeyemi may come in' }))
    await waitFor(() => expect(screen.getByRole('checkbox', { name: /may come in$/ })).not.toBeChecked())
    expect(changes()).toHaveLength(1)
    await user.click(screen.getByRole('checkbox', { name: /^J. Adeyemi is told/ }))
    await waitFor(() => expect(changes()).toHaveLength(2))
    expect(changes().at(-1)).toEqual({ role: 'surveyor', trusted: true, closed: true })
    await waitFor(() => expect(screen.getByRole('checkbox', { name: /^J. Adeyemi is told/ })).toBeChecked())
    expect(screen.getByRole('checkbox', { name: 'J. Adeyemi may come in' })).not.toBeChecked()
  })

  it('tells sensitive places to every steward and to no reader', async () => {
    open([
      person('2', 'J. Adeyemi', { role: 'steward' }),
      person('3', 'V. Marchetti', { role: 'reader', trusted: true }),
    ])
    const steward = await screen.findByRole('checkbox', { name: /^J. Adeyemi is told/ })
    expect(steward).toBeChecked()
    expect(steward).toBeDisabled()
    const reader = screen.getByRole('checkbox', { name: /^V. Marchetti is told/ })
    expect(reader).not.toBeChecked()
    expect(reader).toBeDisabled()
  })

  it('says what cannot be, beside the person it is about', async () => {
    const { user } = open([person('2', 'J. Adeyemi', { role: 'steward' })], {
      'PUT /api/people/2': new Says(409, { detail: 'Somebody must stay steward.' }),
    })
    await user.click(await screen.findByRole('checkbox', { name: 'J. Adeyemi may come in' }))
    expect(await screen.findByRole('alert')).toHaveTextContent('Somebody must stay steward.')
    expect(screen.getByRole('checkbox', { name: 'J. Adeyemi may come in' })).toBeChecked()
  })

  it('lets somebody in and shows the password once', async () => {
    const added = person('5', 'A. Brandt')
    const { user, server } = open([], {
      'POST /api/people': { name: 'A. Brandt', password: 'alder birch cedar fir', people: [added] },
      'POST /api/people/5/password': { name: 'A. Brandt', password: 'fern moss oak pine', people: [added] },
    })
    await user.type(await screen.findByRole('textbox', { name: /^Name/ }), 'A. Brandt')
    await user.click(screen.getByRole('combobox', { name: /^As/ }))
    await user.click(screen.getByRole('option', { name: 'Reader' }))
    await user.click(screen.getByRole('button', { name: 'Let in' }))
    expect(await screen.findByText('alder birch cedar fir')).toBeVisible()
    expect(server.sent('POST /api/people')).toEqual([{ name: 'A. Brandt', role: 'reader', trusted: false }])
    expect(screen.getByRole('textbox', { name: /^Name/ })).toHaveValue('')
    await user.click(screen.getByRole('button', { name: 'Give a new one' }))
    expect(await screen.findByText('fern moss oak pine')).toBeVisible()
    expect(screen.queryByText('alder birch cedar fir')).toBeNull()
  })

  it('names who stands on records and was never let in', async () => {
    open([person('6', 'M. Old', { role: null })])
    expect(
      await screen.findByRole('row', { name: /M. Old.* stands on records; let them in below/ }),
    ).toBeVisible()
  })

  it('shows what was done and what was refused, of all or of one', async () => {
    const entry = (id: number, part: object) => ({
      id,
      at: '2026-05-14T09:00:00Z',
      person: 'J. Adeyemi',
      role: 'surveyor',
      what: 'addSite',
      path: '/api/sites',
      status: 200,
      ...part,
    })
    const { user, server } = open([person('2', 'J. Adeyemi')], {
      'GET /api/audit': ({ path }: Asked) =>
        path.includes('person=2')
          ? [entry(1, {})]
          : [
              entry(2, { person: null, role: null, what: 'signIn', status: 403 }),
              entry(3, {
                what: 'addThreat',
                path: '/api/plants/0197f3a0-0000-7000-8000-00000000000a/threats',
                asked: '2026-05-14T07:30:00Z',
              }),
              entry(4, { what: 'setLine', path: '/api/count-lines/0197f3a0-0000-7000-8000-00000000000b' }),
              entry(1, { asked: '2026-05-14T08:59:59Z' }),
            ],
    })
    const entries = within(await screen.findByRole('region', { name: 'What was done' }))
    expect(await entries.findByText('sign in (refused)')).toBeVisible()
    expect(entries.getByText('somebody not signed in')).toBeVisible()
    expect(await entries.findByText('/plants/G-007/threats')).toBeVisible()
    expect(entries.getByText('/count-lines/…')).toBeVisible()
    expect(entries.getAllByText(/asked for/)).toHaveLength(1)
    await user.click(entries.getByRole('combobox', { name: 'By' }))
    await user.click(screen.getByRole('option', { name: 'J. Adeyemi' }))
    await waitFor(() => expect(entries.queryByText('sign in (refused)')).toBeNull())
    expect(entries.getByText('add site')).toBeVisible()
    expect(server.asked.at(-1)?.path).toBe('/api/audit?person=2')
  })
})
