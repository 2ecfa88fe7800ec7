import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { CountView, LineInput, SheetLine, SheetChange } from '../../../src/api/types'
import { draw } from '../../testing/draw'
import { aCount, aLine, aName } from '../../testing/made'
import { type Asked, Says, serve } from '../../testing/server'
import { CountPanel } from '../../../src/survey/counts/CountPanel'

const none = { taxa: [], qualifier: 'none', amounts: [], fault: '' }

/** A server that keeps a count as the real one does, a line for each text. */
function countingServer(first: CountView = aCount(), more: Record<string, unknown> = {}) {
  let view = first
  let id = 100
  return serve({
    'GET /api/counts/41': () => view,
    'GET /api/counts/41/reading': none,
    'GET /api/counts/41/watched': [],
    'POST /api/counts/41/lines': ({ body }: Asked) => {
      const { text, plot } = body as LineInput
      const [name = '', amount = ''] = text.split(' ')
      if (name === 'wrong') return new Says(400, { detail: 'No name begins so.', field: 'text' })
      view = {
        ...view,
        lines: [aLine({ id: String(id++), name, plot, amount: Number(amount) }), ...view.lines],
      }
      return view
    },
    'DELETE /api/count-lines/31': () => (view = { ...view, lines: [] }),
    'POST /api/count-lines/31/back': () => (view = { ...view, lines: [aLine()] }),
    ...more,
  })
}

const field = () => screen.findByRole('textbox', { name: /^Name and number/ })

describe('quick entry', () => {
  it('takes line after line without waiting for the server', async () => {
    const server = countingServer()
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    await user.type(await field(), 'acemac 12{Enter}psemen 3{Enter}thupli 1{Enter}')
    expect(await screen.findByRole('textbox', { name: 'Number of thupli' })).toHaveValue('1')
    expect(screen.getByRole('textbox', { name: 'Number of acemac' })).toHaveValue('12')
    expect(server.sent('POST /api/counts/41/lines')).toEqual([
      { plot: 1, text: 'acemac 12', taxon: null, origin: 'wild' },
      { plot: 1, text: 'psemen 3', taxon: null, origin: 'wild' },
      { plot: 1, text: 'thupli 1', taxon: null, origin: 'wild' },
    ])
    expect(await field()).toHaveValue('')
    expect(await field()).toHaveFocus()
  })

  it('gives a refused line back with the reason', async () => {
    countingServer()
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    await user.type(await field(), 'wrong 3{Enter}')
    expect(await screen.findByRole('alert')).toHaveTextContent('No name begins so.')
    expect(await field()).toHaveValue('wrong 3')
  })

  it('keeps a refused line beside the one that is being typed', async () => {
    let refuse: (says: Says) => void = () => {}
    countingServer(aCount(), {
      'POST /api/counts/41/lines': () => new Promise<Says>((resolve) => (refuse = resolve)),
    })
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    await user.type(await field(), 'wrong 3{Enter}psemen')
    expect(screen.getByText('on its way: wrong 3')).toBeVisible()
    refuse(new Says(400, { detail: 'No name begins so.' }))
    await user.click(await screen.findByRole('button', { name: 'not taken: wrong 3' }))
    expect(await field()).toHaveValue('wrong 3')
    expect(screen.getByRole('button', { name: 'not taken: psemen' })).toBeVisible()
  })

  it('keeps what is typed over a reload', async () => {
    countingServer()
    const before = draw(<CountPanel id="41" onGone={() => undefined} />)
    await before.user.type(await field(), 'acemac')
    before.unmount()
    draw(<CountPanel id="41" onGone={() => undefined} />)
    expect(await field()).toHaveValue('acemac')
  })

  it('says what it understood while one types', async () => {
    countingServer(aCount(), {
      'GET /api/counts/41/reading': {
        ...none,
        taxa: [aName('acer-macrophyllum', 'Acer macrophyllum', { common: 'bigleaf maple' })],
        qualifier: 'cf',
        amounts: [3, 4],
      },
    })
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    await user.type(await field(), 'cf acemac 3 4')
    const entry = screen.getByRole('form', { name: 'Enter a line' })
    await waitFor(() => expect(entry).toHaveTextContent('cf. Acer macrophyllum bigleaf maple, 3 + 4'))
  })

  it('asks which of several names is meant, and enters the one pressed', async () => {
    const server = countingServer(aCount(), {
      'GET /api/counts/41/reading': {
        ...none,
        taxa: [aName('acer-circinatum', 'Acer circinatum'), aName('acer-macrophyllum', 'Acer macrophyllum')],
        fault: 'Two names begin so.',
      },
    })
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    await user.type(await field(), 'ace 2')
    await user.click(await screen.findByRole('button', { name: /^Acer ?circinatum/ }))
    await waitFor(() =>
      expect(server.sent('POST /api/counts/41/lines')).toEqual([
        { plot: 1, text: 'ace 2', taxon: 'acer-circinatum', origin: 'wild' },
      ]),
    )
  })

  it('begins with a name seen on the visit before', async () => {
    const before = aCount({
      before: '2025-05-20',
      seenBefore: [{ taxon: aName('thuja-plicata', 'Thuja plicata'), text: 'thupli' }],
    })
    countingServer(before)
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    expect(
      await screen.findByRole('heading', { name: 'Seen on 20 May 2025, not yet today' }),
    ).toBeInTheDocument()
    await user.click(screen.getByRole('button', { name: /^Thuja ?plicata/ }))
    expect(await field()).toHaveValue('thupli ')
  })
})

describe('a line', () => {
  const changed = (amount: number, origin: SheetLine['origin'] = 'wild') =>
    aCount({ lines: [aLine({ amount, origin })] })
  const withLine = (more: Record<string, unknown> = {}) => countingServer(aCount({ lines: [aLine()] }), more)
  const number = () => screen.findByRole('textbox', { name: 'Number of Acer macrophyllum' })

  it('has its number changed once by Enter', async () => {
    const server = withLine({ 'PUT /api/count-lines/31': changed(14) })
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    await user.clear(await number())
    await user.type(await number(), '14{Enter}')
    await waitFor(() => expect(screen.getByDisplayValue('14')).toBeVisible())
    expect(server.sent('PUT /api/count-lines/31')).toEqual([
      { amount: 14, origin: 'wild', note: '', expected: 0 },
    ])
  })

  it('takes a comma as people write it', async () => {
    const server = withLine({ 'PUT /api/count-lines/31': changed(0.5) })
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    await user.clear(await number())
    await user.type(await number(), '0,5')
    await user.tab()
    await waitFor(() =>
      expect(server.sent('PUT /api/count-lines/31')).toEqual([expect.objectContaining({ amount: 0.5 })]),
    )
  })

  it('keeps its number when the field is emptied, since nothing typed is not none seen', async () => {
    const server = withLine()
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    await user.clear(await number())
    await user.tab()
    expect(await number()).toHaveValue('12')
    expect(server.asked.filter((a) => a.method === 'PUT')).toEqual([])
  })

  it('can be set to none seen', async () => {
    const server = withLine({ 'PUT /api/count-lines/31': changed(0) })
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    await user.clear(await number())
    await user.type(await number(), '0{Enter}')
    await waitFor(() =>
      expect(server.sent('PUT /api/count-lines/31')).toEqual([expect.objectContaining({ amount: 0 })]),
    )
  })

  it('says when what is typed is no number, and sends nothing', async () => {
    const server = withLine()
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    await user.type(await number(), 'x{Enter}')
    expect(await screen.findByRole('alert')).toHaveTextContent('Write a number')
    expect(await number()).toBeInvalid()
    expect(await number()).toHaveValue('12x')
    expect(server.asked.filter((a) => a.method === 'PUT')).toEqual([])
  })

  it('keeps what was typed when the server refuses it', async () => {
    withLine({ 'PUT /api/count-lines/31': new Says(400, { detail: 'At most 100 % cover.' }) })
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    await user.clear(await number())
    await user.type(await number(), '140{Enter}')
    expect(await screen.findByRole('alert')).toHaveTextContent('At most 100 % cover.')
    expect(await number()).toHaveValue('140')
  })

  it('is tallied one by one, every tap counted', async () => {
    let amount = 12
    const server = withLine({ 'POST /api/count-lines/31/one-more': () => changed(++amount) })
    draw(<CountPanel id="41" onGone={() => undefined} />)
    const more = await screen.findByRole('button', { name: 'One more Acer macrophyllum' })
    for (let i = 0; i < 5; i++) fireEvent.click(more)
    await waitFor(() => expect(screen.getByDisplayValue('17')).toBeVisible())
    const taps = server.asked.filter((a) => a.path.includes('one-more'))
    expect(new Set(taps.map((t) => t.command)).size, 'each under a number of its own').toBe(5)
  })

  it('says whether it grows wild', async () => {
    const server = withLine({ 'PUT /api/count-lines/31': changed(12, 'planted') })
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    await user.selectOptions(
      await screen.findByRole('combobox', { name: 'How Acer macrophyllum grows' }),
      'planted',
    )
    await waitFor(() =>
      expect(server.sent('PUT /api/count-lines/31')).toEqual([
        { amount: 12, origin: 'planted', note: '', expected: 0 },
      ]),
    )
  })

  it('is taken away and put back', async () => {
    withLine()
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    await user.click(await screen.findByRole('button', { name: 'Take away' }))
    expect(await screen.findByText('Nothing entered yet.')).toBeVisible()
    expect(screen.getByRole('status')).toHaveTextContent('Acer macrophyllum was taken away.')
    await user.click(screen.getByRole('button', { name: 'Put it back' }))
    expect(await number()).toHaveValue('12')
    expect(screen.queryByRole('status')).toBeNull()
  })

  it('of a presence has no number to change', async () => {
    countingServer(
      aCount({ lines: [aLine({ amount: null, unit: 'presence' }, { tally: false, unitWords: 'presence' })] }),
    )
    draw(<CountPanel id="41" onGone={() => undefined} />)
    const row = await screen.findByRole('row', { name: /Acer ?macrophyllum/ })
    expect(row).toHaveTextContent('seen')
    expect(within(row).queryByRole('textbox')).toBeNull()
    expect(within(row).queryByRole('button', { name: /One more/ })).toBeNull()
  })
})

describe('plots', () => {
  const quadrats = aCount()
  const view = {
    ...quadrats,
    hasPlots: true,
    sheet: {
      ...quadrats.sheet,
      content: { ...quadrats.sheet.content, protocol: 'quadrats', plots: 3, plotAreaM2: 1 },
    },
    lines: [
      aLine({ id: '1', plot: 1, name: 'Thuja plicata' }),
      aLine({ id: '2', plot: 2, name: 'Acer circinatum' }),
    ],
  } satisfies CountView

  it('are shown one at a time, and lines go into the one that is shown', async () => {
    const server = countingServer(view)
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    expect(await screen.findByText(/3 plots of 1 m²/)).toBeVisible()
    expect(screen.getAllByRole('row')).toHaveLength(2)
    expect(screen.getByRole('row', { name: /Thuja ?plicata/ })).toBeVisible()
    await user.click(screen.getByRole('button', { name: 'Next plot' }))
    expect(await screen.findByRole('row', { name: /Acer ?circinatum/ })).toBeVisible()
    await user.type(await field(), 'gausha 5{Enter}')
    await waitFor(() =>
      expect(server.sent('POST /api/counts/41/lines')).toEqual([
        expect.objectContaining({ plot: 2, text: 'gausha 5' }),
      ]),
    )
    await user.click(screen.getByRole('button', { name: 'Next plot' }))
    expect(await screen.findByText('Nothing entered yet in this plot.')).toBeVisible()
    expect(screen.getByRole('button', { name: 'Next plot' })).toBeDisabled()
  })
})

describe('how the visit was made', () => {
  it('is said in a line, and can be changed or left', async () => {
    const first = aCount()
    const content = {
      ...first.sheet.content,
      companions: 'J. Adeyemi',
      started: '08:30:00',
      ended: '10:00:00',
    }
    const server = countingServer(
      { ...first, sheet: { ...first.sheet, content, revision: 6 } },
      {
        'GET /api/map': { places: [] },
        'PUT /api/counts/41': ({ body }: Asked) => ({
          ...first,
          sheet: { ...first.sheet, content: (body as SheetChange).content },
        }),
      },
    )
    const { user } = draw(<CountPanel id="41" onGone={() => undefined} />)
    expect(await screen.findByText(/by R. Ostrow with J. Adeyemi, from 08:30 to 10:00\./)).toBeVisible()
    await user.click(screen.getByRole('button', { name: 'Change …' }))
    await user.type(screen.getByRole('textbox', { name: 'Weather' }), 'rain')
    await user.click(screen.getByRole('button', { name: 'Leave it' }))
    await user.click(screen.getByRole('button', { name: 'Change …' }))
    expect(screen.getByRole('textbox', { name: 'Weather' })).toHaveValue('')
    await user.type(screen.getByRole('textbox', { name: 'Weather' }), 'dry')
    fireEvent.change(screen.getByLabelText('Ended'), { target: { value: '10:30' } })
    await user.click(screen.getByRole('button', { name: 'Keep' }))
    expect(await screen.findByText(/from 08:30 to 10:30, dry\./)).toBeVisible()
    expect(server.sent('PUT /api/counts/41')).toEqual([
      { content: { ...content, weather: 'dry', ended: '10:30:00' }, expected: 6 },
    ])
  })

  it('says that sensitive species others counted are not shown, and no number of them', async () => {
    countingServer(aCount({ partial: true }))
    draw(<CountPanel id="41" onGone={() => undefined} />)
    expect(
      await screen.findByText('Sensitive species that others counted are not shown to you.'),
    ).toBeVisible()
  })
})
