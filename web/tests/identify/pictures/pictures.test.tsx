import { fireEvent, screen, within } from '@testing-library/react'
import { useState } from 'react'
import { describe, expect, it } from 'vitest'
import type { MarksAnswer, PictureMark, PictureView } from '../../../src/api/types'
import { MarksEditor } from '../../../src/identify/pictures/MarksEditor'
import { OwnPictures } from '../../../src/identify/pictures/OwnPictures'
import { PicturesPanel } from '../../../src/identify/pictures/PicturesPanel'
import { PortraitSheet } from '../../../src/identify/pictures/PortraitSheet'
import { StandsThere } from '../../../src/identify/pictures/StandsThere'
import { draw } from '../../testing/draw'
import { aSheet } from '../../testing/made'
import { type Asked, serve } from '../../testing/server'

const sheet = aSheet()
const plant = sheet.plant.id
const visit = sheet.visits[0]?.id ?? ''

const view = (part: Partial<PictureView['picture']> = {}, marks: PictureMark[] = []): PictureView => ({
  picture: {
    plant,
    photo: {
      id: 'p',
      name: 'bark.jpg',
      type: 'image/jpeg',
      width: 900,
      height: 600,
      taken: null,
      latitude: null,
      longitude: null,
    },
    date: '2026-06-14',
    facts: { visit, note: { organ: 'bark', caption: 'old bark', marks }, characters: [] },
    person: 'R. Ostrow',
    isAway: false,
    ...part,
  },
  markWords: marks.map((m) => m.words),
})

function Editor({ first, onMarks }: { first: PictureMark[]; onMarks: (marks: PictureMark[]) => void }) {
  const [marks, setMarks] = useState(first)
  return (
    <MarksEditor
      photo={{ src: '/bark.jpg', name: 'bark', width: 900, height: 600 }}
      marks={marks}
      onChange={(next) => {
        setMarks(next)
        onMarks(next)
      }}
    />
  )
}

describe('marks on a picture', () => {
  const open = (first: PictureMark[] = []) => {
    let now = first
    serve({
      'POST /api/photos/marks': ({ body }: Asked): MarksAnswer => ({
        fault: '',
        words: (body as { marks: PictureMark[] }).marks.map((m) => m.words || m.kind),
      }),
    })
    return { ...draw(<Editor first={first} onMarks={(next) => (now = next)} />), marks: () => now }
  }

  it('are placed, worded, moved, taken away and taken back from the keyboard', async () => {
    const { user, marks } = open()
    await user.click(screen.getByRole('button', { name: 'Arrow' }))
    const paper = screen.getByRole('button', { name: 'Arrow: press Enter to put it in the middle' })
    fireEvent.keyDown(paper, { key: 'Enter' })
    expect(marks()[0]?.points[0]).toEqual({ x: 450, y: 300 })
    fireEvent.keyDown(screen.getByRole('button', { name: /^Arrow 1, point 1/ }), { key: 'ArrowRight' })
    expect(marks()[0]?.points[0]).toEqual({ x: 452, y: 300 })
    await user.type(screen.getByLabelText('Words of mark 1'), 'bud')
    expect(marks()[0]?.words).toBe('bud')
    await user.click(screen.getByRole('button', { name: 'Take mark 1 away' }))
    expect(marks()).toEqual([])
    await user.click(screen.getByRole('button', { name: 'Take back' }))
    expect(marks()).toHaveLength(1)
  })

  it('are counted press by press until Done, and a picture has one scale', async () => {
    const { user, marks } = open()
    await user.click(screen.getByRole('button', { name: 'Count' }))
    const paper = screen.getByRole('button', { name: /^Count: press/ })
    fireEvent.pointerDown(paper)
    fireEvent.pointerDown(paper)
    fireEvent.pointerDown(paper)
    expect(marks()).toEqual([])
    await user.click(screen.getByRole('button', { name: 'Done' }))
    expect(marks()[0]?.points).toHaveLength(3)
    await user.click(screen.getByRole('button', { name: 'Scale' }))
    fireEvent.keyDown(screen.getByRole('button', { name: /^Scale: press/ }), { key: 'Enter' })
    expect(marks()[1]?.millimetres).toBe(10)
    expect(screen.getByRole('button', { name: 'Scale' })).toBeDisabled()
  })
})

describe('the pictures of a plant', () => {
  it('say what they show, and those taken off stand apart and come back', async () => {
    const back: unknown[] = []
    serve({
      [`GET /api/plants/${plant}/pictures`]: [
        view(),
        view({ photo: { ...view().picture.photo, id: 'q' }, isAway: true }),
      ],
      [`POST /api/plants/${plant}/visits/${visit}/pictures/q/return`]: ({ body }: Asked) => {
        back.push(body)
        return sheet
      },
      'POST /api/bench/names': null,
    })
    const { user } = draw(<PicturesPanel sheet={sheet} />)
    expect(await screen.findByText('Bark')).toBeVisible()
    expect(screen.getByText(/old bark/)).toBeVisible()
    await user.click(screen.getByText('1 picture taken off'))
    await user.click(screen.getByRole('button', { name: 'Bring it back' }))
    expect(back).toHaveLength(1)
  })

  it('put the plant where one was taken, where somebody says so', async () => {
    const said: unknown[] = []
    serve({
      [`PUT /api/plants/${plant}/position`]: ({ body }: Asked) => {
        said.push(body)
        return null
      },
    })
    const photo = view().picture.photo
    const { container } = draw(<StandsThere photo={photo} plant={plant} />)
    expect(container).toBeEmptyDOMElement()
    const { user } = draw(
      <StandsThere photo={{ ...photo, latitude: 45.01, longitude: -123.7 }} plant={plant} />,
    )
    await user.click(screen.getByRole('button', { name: 'The plant stands where it was taken' }))
    expect(await screen.findByText('The plant is put where the picture was taken.')).toBeVisible()
    expect(said).toEqual([
      { typed: 'picture bark.jpg', at: { latitude: 45.01, longitude: -123.7 }, uncertaintyM: 20 },
    ])
  })

  it('make the portrait, with a drawing where there is none', async () => {
    serve({
      [`GET /api/plants/${plant}/pictures`]: [view()],
      [`GET /api/plants/${plant}/portrait`]: {
        months: [
          { month: 6, days: ['2026-06-14'] },
          { month: 12, days: ['2025-12-01'] },
        ],
        organs: ['bark'],
        cells: [
          { organ: 'bark', month: 6, photos: ['p'], svg: null },
          { organ: 'bark', month: 12, photos: [], svg: '<svg></svg>' },
        ],
      },
    })
    draw(<PortraitSheet plant={plant} tag="TF-022" />)
    const table = await screen.findByRole('table', { name: 'TF-022 through the year' })
    expect(within(table).getByRole('columnheader', { name: /Jun/ })).toBeVisible()
    expect(await within(table).findByRole('img', { name: 'bark, 14 Jun 2026' })).toBeVisible()
    expect(within(table).getByText('drawn from the record')).toBeVisible()
  })

  it('stand in the guide as ours, and where there are none nothing does', async () => {
    serve({
      'GET /api/guide/taxa/acer/pictures': [
        { photo: 'p', plant, tag: 'TF-004', date: '2026-06-14', organ: 'bark', caption: 'old bark' },
      ],
      'GET /api/guide/taxa/rosa/pictures': [],
    })
    draw(<OwnPictures taxon="acer" />)
    expect(await screen.findByRole('heading', { name: 'Ours' })).toBeVisible()
    expect(screen.getByRole('link')).toHaveAttribute('href', `/portrait/${plant}`)
    const { container } = draw(<OwnPictures taxon="rosa" />)
    expect(container).toBeEmptyDOMElement()
  })
})
