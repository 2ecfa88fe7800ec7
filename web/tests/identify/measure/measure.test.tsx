import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { useState } from 'react'
import { describe, expect, it, vi } from 'vitest'
import type { KeptPhoto, PhotoMark, PhotoMeasures, PhotoQuestion, TreeQuestion } from '../../../src/api/types'
import { draw } from '../../testing/draw'
import { aCharacter, aGuide, aLength, anObservation, aPlantTag, aSheet, aVisit } from '../../testing/made'
import { type Asked, Says, serve } from '../../testing/server'
import { PhotoFindings } from '../../../src/identify/measure/PhotoFindings'
import { usualQuestion } from '../../../src/identify/measure/question'
import { ScaleChoice } from '../../../src/identify/measure/ScaleChoice'
import { TreeBench } from '../../../src/identify/measure/TreeBench'
import { UsePhoto } from '../../../src/identify/measure/UsePhoto'
import { Yardsticks } from '../../../src/identify/measure/Yardsticks'

describe('a tree', () => {
  const nothing = { lines: [], entry: null, warnings: [], faults: {} }
  const open = (
    answer: (question: TreeQuestion) => object = () => nothing,
    more: Record<string, unknown> = {},
  ) => {
    const server = serve({
      'POST /api/trees/measures': ({ body }: Asked) => ({ ...nothing, ...answer(body as TreeQuestion) }),
      'GET /api/plants': [aPlantTag()],
      ...more,
    })
    const onPlant = vi.fn()
    return {
      ...draw(<TreeBench plant="7" onPlant={onPlant} />),
      server,
      asked: () => server.sent('POST /api/trees/measures').at(-1) as TreeQuestion,
    }
  }
  const field = (name: string) => screen.getByRole('textbox', { name })

  it('is asked of as it is typed, and what is wrong stands at its field', async () => {
    const { user, asked } = open(({ distance }) => ({
      faults: { distance: `“${distance}” is no length.`, top: 'An angle is missing.' },
    }))
    await user.type(field('Distance to the stem'), 'far')
    expect(await screen.findByText('“far” is no length.')).toBeVisible()
    expect(screen.queryByText('An angle is missing.')).toBeNull()
    expect(asked()).toMatchObject({ distance: 'far', method: 'angles', stems: [''] })
  })

  it('of several stems is measured stem by stem', async () => {
    const { user, asked } = open()
    await user.type(field('Girth'), '92 cm')
    await user.click(screen.getByRole('button', { name: 'One more stem' }))
    await user.type(field('Stem 2'), '40 cm')
    await user.click(screen.getByRole('checkbox', { name: 'measured across' }))
    await waitFor(() => expect(asked()).toMatchObject({ stems: ['92 cm', '40 cm'], byDiameter: true }))
  })

  it('that is paced to asks for paces, and forgets the metres', async () => {
    const { user, asked } = open()
    await user.type(field('Distance to the stem'), '22 m')
    await user.click(screen.getByRole('checkbox', { name: 'paced' }))
    expect(field('Paces to the stem')).toHaveValue('')
    await user.type(field('Paces to the stem'), '28')
    await user.type(field('Length of one pace'), '78 cm')
    await waitFor(() => expect(asked()).toMatchObject({ distance: '28', pace: '78 cm' }))
  })

  it('takes its angles from the clinometer, whatever is typed meanwhile', async () => {
    const { user, asked } = open(undefined, {
      'POST /api/devices/clinometer/top': { typed: '38.5°' },
      'POST /api/devices/clinometer/foot': { typed: '-4°' },
    })
    await user.click(screen.getByRole('button', { name: 'Read the simulated clinometer at the top' }))
    await user.type(field('Leans by'), '3°')
    await user.click(screen.getByRole('button', { name: 'and at the foot' }))
    await waitFor(() => expect(asked()).toMatchObject({ top: '38.5°', foot: '-4°', lean: '3°' }))
  })

  it('measured with a stick asks for the stick', async () => {
    const { user, asked } = open()
    await user.click(screen.getByRole('combobox', { name: 'By' }))
    await user.click(screen.getByRole('option', { name: /a stick/ }))
    await user.type(field('Stick'), '60 cm')
    await user.type(field('Eye to stick'), '62 cm')
    expect(screen.queryByRole('textbox', { name: 'Angle to the top' })).toBeNull()
    await waitFor(() => expect(asked()).toMatchObject({ method: 'stick', stick: '60 cm', arm: '62 cm' }))
  })

  it('is kept over a reload until another is begun', async () => {
    const before = open()
    await before.user.type(field('Longest spread'), '9.5 m')
    await before.user.click(screen.getByRole('checkbox', { name: 'paced' }))
    before.unmount()
    const { user } = open()
    expect(field('Longest spread')).toHaveValue('9.5 m')
    expect(screen.getByRole('checkbox', { name: 'paced' })).toBeChecked()
    await user.click(screen.getByRole('button', { name: 'Another tree: begin anew' }))
    expect(field('Longest spread')).toHaveValue('')
  })

  it('puts its height on the sheet, in place of one recorded before', async () => {
    const before = anObservation({
      character: 'height',
      finding: 'rough',
      rough: '15 m',
      summary: '15 m',
      revision: 8,
    })
    const after = anObservation({ character: 'height', finding: 'rough', rough: '18.2 m', summary: '18.2 m' })
    const { user, server } = open(
      () => ({
        lines: [{ label: 'Height', words: '18.2 m ± 0.6 m' }],
        entry: '18.2 m',
        warnings: ['Stand farther off.'],
      }),
      {
        'GET /api/plants/7': aSheet({ observations: [before] }),
        'POST /api/bench/names': {},
        'PUT /api/plants/7/visits/11/features/height': aSheet({ observations: [after] }),
      },
    )
    expect(await screen.findByText('18.2 m ± 0.6 m')).toBeVisible()
    expect(screen.getByText('Stand farther off.')).toBeVisible()
    const use = within(screen.getByRole('region', { name: "Put on a plant's sheet" }))
    expect(await use.findByText('in place of 15 m')).toBeVisible()
    await user.click(use.getByRole('button', { name: 'Use this height' }))
    expect(await use.findByRole('status')).toHaveTextContent('On the sheet of G-007.')
    expect(server.sent('PUT /api/plants/7/visits/11/features/height')).toEqual([
      expect.objectContaining({ finding: 'rough', rough: '18.2 m', tool: 'ruler', expected: 8 }),
    ])
    expect(use.getByRole('button', { name: 'Use this height' })).toBeDisabled()
  })
})

describe('the scale of a picture', () => {
  const open = (first: Partial<PhotoQuestion['scale']> = {}) => {
    serve({
      'GET /api/yardsticks': [
        { name: 'usual card', words: '85.6 mm', millimetres: 85.6, share: 0.002, own: false },
        { name: 'thumb', words: '62 mm', millimetres: 62, share: 0.04, own: true },
      ],
    })
    const onChange = vi.fn()
    function Choice() {
      const [scale, setScale] = useState({ ...usualQuestion.scale, ...first })
      return (
        <ScaleChoice
          scale={scale}
          size={{ width: 1000, height: 500 }}
          onChange={(next) => {
            onChange(next)
            setScale(next)
          }}
        />
      )
    }
    return { ...draw(<Choice />), onChange }
  }

  it('set by hand begins with points in the middle of the picture', async () => {
    const { user, onChange } = open()
    await user.click(screen.getByRole('combobox', { name: 'Scale from' }))
    await user.click(screen.getByRole('option', { name: 'two points I set' }))
    expect(onChange).toHaveBeenLastCalledWith(
      expect.objectContaining({
        kind: 'points',
        points: [
          { x: 400, y: 250 },
          { x: 600, y: 250 },
        ],
      }),
    )
    await user.click(screen.getByRole('combobox', { name: 'Scale from' }))
    await user.click(screen.getByRole('option', { name: 'the corners of a card' }))
    expect(onChange.mock.lastCall?.[0].points).toHaveLength(4)
  })

  it('may be a yardstick of one’s own, with its error', async () => {
    const { user, onChange } = open({ kind: 'points' })
    await user.click(screen.getByRole('combobox', { name: 'On' }))
    await user.click(await screen.findByRole('option', { name: 'thumb' }))
    expect(onChange).toHaveBeenLastCalledWith(expect.objectContaining({ millimetres: 62, error: 0.04 }))
    expect(screen.getByRole('combobox', { name: 'On' })).toHaveTextContent('thumb')
  })

  it('takes a length that is typed once the field is left, and none that is nought', async () => {
    const { user, onChange } = open({ kind: 'points', error: 0.04 })
    const apart = () => screen.getByRole('spinbutton', { name: 'Apart, mm' })
    fireEvent.change(apart(), { target: { value: '120' } })
    expect(onChange).not.toHaveBeenCalled()
    await user.type(apart(), '{Enter}')
    expect(onChange).toHaveBeenCalledTimes(1)
    expect(onChange).toHaveBeenLastCalledWith(expect.objectContaining({ millimetres: 120, error: 0.002 }))
    fireEvent.change(apart(), { target: { value: '0' } })
    fireEvent.blur(apart())
    expect(onChange).toHaveBeenCalledTimes(1)
  })
})

describe('yardsticks', () => {
  const card = { name: 'usual card', words: '85.6 mm', millimetres: 85.6, share: 0.002, own: false }
  const thumb = { name: 'thumb', words: '62 ± 2 mm', millimetres: 62, share: 0.04, own: true }

  it('are measured, kept under their name, and taken away', async () => {
    let all = [card]
    const server = serve({
      'GET /api/yardsticks': () => all,
      'PUT /api/yardsticks/thumb': () => (all = [card, thumb]),
      'DELETE /api/yardsticks/thumb': () => (all = [card]),
    })
    const { user } = draw(<Yardsticks />)
    await screen.findByText('usual card')
    expect(screen.queryByRole('button', { name: 'Take away usual card' })).toBeNull()
    await user.type(screen.getByRole('combobox', { name: 'Called' }), ' thumb ')
    await user.type(screen.getByRole('textbox', { name: 'Its length' }), '62 mm')
    await user.type(screen.getByRole('textbox', { name: 'Measured again' }), '6.4 cm{Enter}')
    expect(await screen.findByText('62 ± 2 mm')).toBeVisible()
    expect(server.sent('PUT /api/yardsticks/thumb')).toEqual([{ lengths: ['62 mm', '6.4 cm', ''] }])
    expect(screen.getByRole('textbox', { name: 'Its length' })).toHaveValue('')
    await user.click(screen.getByRole('button', { name: 'Take away thumb' }))
    await waitFor(() => expect(screen.queryByText('62 ± 2 mm')).toBeNull())
  })

  it('that cannot be read are said, with nothing lost', async () => {
    serve({
      'GET /api/yardsticks': [card],
      'PUT /api/yardsticks/thumb': new Says(400, { detail: '“wide” is no length.' }),
    })
    const { user } = draw(<Yardsticks />)
    await user.type(screen.getByRole('combobox', { name: 'Called' }), 'thumb')
    await user.type(screen.getByRole('textbox', { name: 'Its length' }), 'wide{Enter}')
    expect(await screen.findByRole('alert')).toHaveTextContent('“wide” is no length.')
    expect(screen.getByRole('textbox', { name: 'Its length' })).toHaveValue('wide')
  })
})

const measures = (part: Partial<PhotoMeasures> = {}): PhotoMeasures => ({
  answer: { scale: { tilt: null, what: 'none' } as never, leaf: null, marks: [], problems: [] },
  readings: [],
  marks: [],
  offers: [],
  ...part,
})

const mark = (label: string, kind: PhotoMark['kind'] = 'length'): PhotoMark => ({ label, kind, points: [] })

describe('what was found in a picture', () => {
  const open = (found: PhotoMeasures | undefined, question = usualQuestion) => {
    const onChange = vi.fn()
    return { ...draw(<PhotoFindings measures={found} question={question} onChange={onChange} />), onChange }
  }

  it('is awaited', () => {
    open(undefined)
    expect(screen.getByText('Looking at the picture …')).toBeVisible()
  })

  it('begins with what was guessed, and the other end is one press away', async () => {
    const { user, onChange } = open(
      measures({ answer: { ...measures().answer, problems: ['baseGuessed', 'noScale'] } }),
      { ...usualQuestion, base: { x: 1, y: 1 } },
    )
    expect(screen.getAllByRole('alert')).toHaveLength(2)
    await user.click(screen.getByRole('button', { name: 'Take the other end' }))
    expect(onChange).toHaveBeenCalledWith({ ...usualQuestion, turned: true, base: null, tip: null })
  })

  it('says each reading with its reason, and how far the camera was tilted', () => {
    open(
      measures({
        answer: { ...measures().answer, scale: { tilt: 6.4, what: 'card' } as never },
        readings: [{ label: 'Shape', words: 'ovate', because: 'widest below the middle' }],
      }),
    )
    expect(screen.getByText('ovate')).toBeVisible()
    expect(screen.getByText('widest below the middle')).toBeVisible()
    expect(screen.getByText('The camera was tilted by about 6°; sizes are corrected for it.')).toBeVisible()
  })

  it('has the marks set by hand, each to be taken away', async () => {
    const question = { ...usualQuestion, marks: [mark('petiole'), mark('awn')] }
    const { user, onChange } = open(measures({ marks: ['12 mm'] }), question)
    expect(screen.getByText('12 mm')).toBeVisible()
    expect(screen.getByText('…')).toBeVisible()
    await user.click(screen.getByRole('button', { name: 'Take away petiole' }))
    expect(onChange).toHaveBeenCalledWith({ ...question, marks: [mark('awn')] })
  })
})

describe('findings put on a sheet', () => {
  const photo: KeptPhoto = {
    id: 'p',
    name: 'leaf.png',
    type: 'image/png',
    width: 100,
    height: 100,
    taken: '2026-05-14T10:00:00',
    latitude: null,
    longitude: null,
  }
  const offers = [
    { character: 'leaf-shape', label: 'Shape', state: 'ovate', entry: null, words: 'ovate' },
    { character: 'blade-length', label: 'Blade length', state: null, entry: '61.2 mm', words: '61 mm' },
  ]
  const guide = aGuide({
    characters: [aCharacter(), aLength(), aLength({ id: 'petiole-length', label: 'Petiole length' })],
  })
  const open = (
    found: PhotoMeasures,
    marks: PhotoMark[] = [],
    sheet = aSheet(),
    of: Partial<KeptPhoto> = {},
    more: Record<string, unknown> = {},
  ) => {
    const server = serve({
      'GET /api/plants': [aPlantTag()],
      'GET /api/plants/7': sheet,
      'GET /api/guide': guide,
      'POST /api/photos/p/uses': sheet,
      'POST /api/bench/names': {},
      ...more,
    })
    const drawn = draw(
      <UsePhoto photo={{ ...photo, ...of }} marks={marks} measures={found} plant="7" onPlant={() => {}} />,
    )
    return { ...drawn, server, used: () => server.sent('POST /api/photos/p/uses') }
  }
  const use = async (user: ReturnType<typeof open>['user']) => {
    await waitFor(() => expect(screen.getByRole('button', { name: 'Use these' })).toBeEnabled())
    await user.click(screen.getByRole('button', { name: 'Use these' }))
    await screen.findByRole('status')
  }

  it('are those that are ticked', async () => {
    const { user, used, server } = open(measures({ offers }))
    await user.click(screen.getByRole('checkbox', { name: /^Shape/ }))
    await use(user)
    expect(used()).toEqual([
      { plant: '7', visit: '11', features: [{ character: 'blade-length', state: null, entry: '61.2 mm' }] },
    ])
    expect(server.asked.find((a) => a.path.includes('/uses'))?.command).toMatch(/^[0-9a-f-]{36}$/)
  })

  it('go to the visit of the day the picture was taken', async () => {
    const visits = [aVisit({ id: '10', date: '2026-05-14' }), aVisit({ id: '11', date: '2026-06-01' })]
    const { user, used } = open(measures({ offers }), [], aSheet({ visits }))
    await use(user)
    expect(used()).toEqual([expect.objectContaining({ visit: '10' })])
  })

  it('of a mark are what it is said to be, and then in place of what was found', async () => {
    const value = (v: number) => ({
      label: 'a',
      kind: 'length' as const,
      value: { value: v, error: 0.1, share: 0.01 },
    })
    const found = measures({
      offers,
      marks: ['60.1 mm', '12.3 mm'],
      answer: { ...measures().answer, marks: [value(60.123), value(12.345)] },
    })
    const { user, used } = open(found, [mark('a'), mark('b')])
    const say = async (label: string, character: string) => {
      await user.click(await screen.findByRole('combobox', { name: `${label} is` }))
      await user.click(screen.getByRole('option', { name: character }))
    }
    await say('a', 'Blade length')
    await say('b', 'Petiole length')
    await use(user)
    expect(used()).toEqual([
      expect.objectContaining({
        features: [
          { character: 'leaf-shape', state: 'ovate', entry: null },
          { character: 'blade-length', state: null, entry: '60.12 mm' },
          { character: 'petiole-length', state: null, entry: '12.35 mm' },
        ],
      }),
    ])
  })

  it('from a day nobody was there offer that visit', async () => {
    const { user, server } = open(
      measures({ offers }),
      [],
      aSheet({ visits: [aVisit({ date: '2026-04-01', stage: 'sapling' })] }),
      {},
      { 'POST /api/plants/7/visits': aSheet() },
    )
    await user.click(await screen.findByRole('button', { name: 'Add a visit of that day' }))
    await waitFor(() => expect(screen.queryByRole('button', { name: 'Add a visit of that day' })).toBeNull())
    expect(server.sent('POST /api/plants/7/visits')).toEqual([
      expect.objectContaining({ date: '2026-05-14', stage: 'sapling' }),
    ])
  })

  it('from a camera that was elsewhere ask whether it is the same plant', async () => {
    open(
      measures({ offers }),
      [],
      aSheet({ visits: [aVisit()] }),
      { latitude: 45.2, longitude: -123.1 },
      {
        'GET /api/sites/nearest': { site: 4, words: '20 m from Fen' },
      },
    )
    expect(await screen.findByText(/G-007 stands at Upper bench: is it the same plant\?/)).toBeVisible()
    expect(screen.getByRole('note')).toHaveTextContent('Taken 14 May 2026. The camera was 20 m from Fen.')
  })
})
