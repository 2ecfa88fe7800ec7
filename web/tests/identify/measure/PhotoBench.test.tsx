import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { KeptPhoto, PhotoQuestion } from '../../../src/api/types'
import { PhotoBench } from '../../../src/identify/measure/PhotoBench'
import { PhotoChooser } from '../../../src/identify/measure/PhotoChooser'
import { draw } from '../../testing/draw'
import { aGuide, aPlantTag, aSheet } from '../../testing/made'
import { type Asked, Says, serve } from '../../testing/server'
import { newId } from '../../../src/api/newId'
import measureCss from '../../../src/identify/measure/measure.module.css'

vi.mock('../../../src/api/newId', async (original) => {
  const module = await original<typeof import('../../../src/api/newId')>()
  return { newId: vi.fn(module.newId) }
})

const photo: KeptPhoto = {
  id: 'p',
  name: 'leaf.png',
  type: 'image/png',
  width: 1200,
  height: 600,
  taken: null,
  latitude: null,
  longitude: null,
}

const leaf = {
  base: { x: 600, y: 500 },
  tip: { x: 600, y: 100 },
  outline: [
    { x: 500, y: 300 },
    { x: 600, y: 100 },
    { x: 700, y: 300 },
    { x: 600, y: 500 },
  ],
  across: [],
  stalk: null,
  teethTips: [],
  sinuses: [],
}

const measures = (question: PhotoQuestion) => ({
  answer: {
    scale: { tilt: null, what: 'none', points: [] },
    leaf,
    marks: question.marks.map((m) => ({ label: m.label, kind: m.kind, value: null })),
    problems: [],
  },
  readings: [],
  marks: question.marks.map((m) => (m.kind === 'count' ? `${m.points.length}` : '12 mm')),
  offers: [],
})

function open() {
  const server = serve({
    'POST /api/photos/p/measures': ({ body }: Asked) => measures(body as PhotoQuestion),
    'GET /api/guide': aGuide(),
    'GET /api/yardsticks': [],
    'GET /api/plants': [aPlantTag()],
    'GET /api/plants/7': aSheet(),
  })
  const drawn = draw(
    <PhotoBench photo={photo} naming="ratioChart" plant="7" onPlant={() => {}} onOther={() => {}} />,
  )
  // A page that is not laid out has no sizes: the picture lies at the corner, half as large as it is.
  const picture = () => {
    const svg = screen.getByRole('group', { name: 'What was found in the picture' })
    svg.getBoundingClientRect = () => new DOMRect(0, 0, 600, 300)
    return svg
  }
  return {
    ...drawn,
    picture,
    asked: () => server.sent('POST /api/photos/p/measures').at(-1) as PhotoQuestion,
  }
}

const handle = (label: string) => screen.findByRole('button', { name: `${label}; move with the arrow keys` })

describe('a point of the picture', () => {
  it('is dragged where it belongs, and the picture is asked anew once it is let go', async () => {
    const { picture, asked } = open()
    const base = await handle('Base of the blade')
    base.setPointerCapture = vi.fn()
    fireEvent.pointerDown(base, { clientX: 300, clientY: 250, pointerId: 1 })
    fireEvent.pointerMove(picture(), { clientX: 312, clientY: 256 })
    expect(base).toHaveAttribute('cx', '624')
    expect(base).toHaveAttribute('cy', '512')
    expect(asked().base).toBeNull()
    fireEvent.pointerUp(picture(), { clientX: 312, clientY: 256 })
    await waitFor(() => expect(asked().base).toEqual({ x: 624, y: 512 }))
  })

  it('cannot leave the picture', async () => {
    const { picture, asked } = open()
    const tip = await handle('Tip of the blade')
    tip.setPointerCapture = vi.fn()
    fireEvent.pointerDown(tip, { pointerId: 1 })
    picture()
    fireEvent.pointerUp(picture(), { clientX: 5000, clientY: -40 })
    await waitFor(() => expect(asked().tip).toEqual({ x: 1199, y: 0 }))
  })

  it('stays where it was when the finger is lifted by the system', async () => {
    const { picture, asked } = open()
    const tip = await handle('Tip of the blade')
    tip.setPointerCapture = vi.fn()
    fireEvent.pointerDown(tip, { pointerId: 1 })
    fireEvent.pointerMove(picture(), { clientX: 10, clientY: 10 })
    fireEvent.pointerCancel(picture())
    expect(tip).toHaveAttribute('cx', '600')
    fireEvent.pointerUp(picture(), { clientX: 10, clientY: 10 })
    expect(asked().tip).toBeNull()
  })

  it('is moved with the arrow keys, farther with Shift, and taken back', async () => {
    const { user, asked } = open()
    ;(await handle('Tip of the blade')).focus()
    await user.keyboard('{Shift>}{ArrowRight}{/Shift}')
    await waitFor(() => expect(asked().tip).toEqual({ x: 616, y: 100 }))
    await user.click(screen.getByRole('button', { name: 'Undo' }))
    await waitFor(() => expect(screen.getByRole('button', { name: 'Undo' })).toBeDisabled())
    await user.click(screen.getByRole('button', { name: 'Redo' }))
    await waitFor(() => expect(screen.getByRole('button', { name: 'Redo' })).toBeDisabled())
  })
})

describe('a mark', () => {
  it('is laid in the middle, by a button or a key, each under a name of its own', async () => {
    const { user, asked } = open()
    await handle('Tip of the blade')
    await user.keyboard('l')
    await user.click(screen.getByRole('button', { name: 'A length' }))
    await user.keyboard('a')
    await waitFor(() =>
      expect(asked().marks.map((m) => m.label)).toEqual(['Length 1', 'Length 2', 'Angle 1']),
    )
    await user.click(await screen.findByRole('button', { name: 'Take away Length 1' }))
    await user.keyboard('l')
    await waitFor(() =>
      expect(asked().marks.map((m) => m.label)).toEqual(['Length 2', 'Angle 1', 'Length 1']),
    )
  })

  it('that counts takes a point with every press on the picture until it is done', async () => {
    const { user, picture, asked } = open()
    await handle('Tip of the blade')
    await user.keyboard('c')
    for (const x of [100, 110, 120]) fireEvent.pointerDown(picture(), { clientX: x, clientY: 50 })
    await waitFor(() => expect(asked().marks[0]?.points).toHaveLength(3))
    expect(asked().marks[0]?.points[0]).toEqual({ x: 200, y: 100 })
    await user.keyboard('c')
    expect(screen.getByRole('button', { name: 'Count' })).toBeVisible()
    fireEvent.pointerDown(picture(), { clientX: 130, clientY: 50 })
    await waitFor(() => expect(asked().marks).toHaveLength(1))
    expect(asked().marks[0]?.points).toHaveLength(3)
  })

  it('goes on being counted when one before it is taken away, and no more when it is itself', async () => {
    const { user, picture, asked } = open()
    await handle('Tip of the blade')
    await user.keyboard('l')
    await user.keyboard('c')
    await user.click(await screen.findByRole('button', { name: 'Take away Length 1' }))
    fireEvent.pointerDown(picture(), { clientX: 100, clientY: 50 })
    await waitFor(() =>
      expect(asked().marks[0]).toMatchObject({ label: 'Count 1', points: [{ x: 200, y: 100 }] }),
    )
    await user.click(screen.getByRole('button', { name: 'Take away Count 1' }))
    expect(screen.getByRole('button', { name: 'Count' })).toHaveAttribute('aria-pressed', 'false')
  })
})

describe('the edge', () => {
  it('shows its points while it is being corrected', async () => {
    const { user } = open()
    await handle('Tip of the blade')
    expect(screen.queryByRole('button', { name: /^Point 1 of the edge/ })).toBeNull()
    await user.keyboard('e')
    expect(await screen.findAllByRole('button', { name: /of the edge; move/ })).toHaveLength(4)
    expect(screen.getByRole('button', { name: 'Edge: press done' })).toBeVisible()
  })
})

describe('the picture', () => {
  it('is made larger and smaller in steps', async () => {
    const { user, container } = open()
    await handle('Tip of the blade')
    const shown = container.querySelector(`.${measureCss.photoPicture}`)
    const smaller = screen.getByRole('button', { name: 'Smaller' })
    expect(smaller).toBeDisabled()
    for (let i = 0; i < 6; i++) await user.keyboard('+')
    expect(shown).toHaveStyle({ width: '400%' })
    await user.click(smaller)
    expect(shown).toHaveStyle({ width: '300%' })
  })
})

describe('choosing a picture', () => {
  const choose = (more: Record<string, unknown> = {}) => {
    const onPhoto = vi.fn()
    const server = serve({
      'GET /api/photos/samples': [{ number: 1, title: 'A maple leaf', truth: '96 mm' }],
      ...more,
    })
    // Each picture goes to an address of its own, which cannot be foreseen.
    return { ...draw(<PhotoChooser onPhoto={onPhoto} />), server, onPhoto }
  }

  it('may be practised on a sample whose true size is told', async () => {
    const { user, onPhoto, server } = choose({ 'POST /api/photos/samples/1': photo })
    const sample = within((await screen.findByText('True: 96 mm')).closest('li') as HTMLElement)
    await user.click(sample.getByRole('button', { name: 'A maple leaf' }))
    await waitFor(() => expect(onPhoto.mock.calls[0]?.[0]).toEqual(photo))
    expect(server.asked.at(-1)?.path).toMatch(/\?id=[0-9a-f-]{36}$/)
  })

  it('refuses an empty file before it is sent', async () => {
    const { user, server } = choose()
    await user.upload(screen.getByLabelText('Picture file'), new File([], 'leaf.png', { type: 'image/png' }))
    expect(await screen.findByRole('alert')).toHaveTextContent('The file is empty.')
    expect(server.asked.filter((a) => a.method === 'PUT')).toEqual([])
  })

  it('says what is wrong with a picture', async () => {
    vi.mocked(newId).mockReturnValueOnce('0-0-0-0-0')
    const { user } = choose({
      'PUT /api/photos/0-0-0-0-0': new Says(400, { detail: 'It is no picture that can be read.' }),
    })
    await user.upload(
      screen.getByLabelText('Picture file'),
      new File(['x'], 'leaf.png', { type: 'image/png' }),
    )
    expect(await screen.findByRole('alert')).toHaveTextContent('It is no picture that can be read.')
  })
})
