import { screen, waitFor, within } from '@testing-library/react'
import { useState } from 'react'
import { describe, expect, it, vi } from 'vitest'
import type { GeoPoint, MapPlant, PlaceView } from '../../../src/api/types'
import { draw } from '../../testing/draw'
import { aPlantTag, aSession } from '../../testing/made'
import { type Asked, Says, serve } from '../../testing/server'
import { BringInPlaces } from '../../../src/survey/map/BringInPlaces'
import type { Doing } from '../../../src/survey/map/doing'
import { DrawPanel } from '../../../src/survey/map/DrawPanel'
import { PlacePanel } from '../../../src/survey/map/PlacePanel'
import { PlantPanel } from '../../../src/survey/map/PlantPanel'

const aPlace = (part: Partial<PlaceView> = {}): PlaceView => ({
  id: '5',
  name: 'Plot A',
  kind: 'plot',
  shape: { form: 'area', points: [] },
  middle: { latitude: 45, longitude: -123 },
  size: '100 m²',
  revision: 2,
  site: '3',
  note: 'posts at the corners',
  person: 'R. Ostrow',
  ...part,
})

const point = (latitude: number, longitude: number): GeoPoint => ({ latitude, longitude })

/** Reads "45.1, -123.2" as the server would, to a hundred metres. */
const positions = ({ path }: Asked) => {
  const text = new URL(path, 'http://x').searchParams.get('text') ?? ''
  const [latitude, longitude] = text.split(',').map(Number)
  return Number.isFinite(latitude) && Number.isFinite(longitude)
    ? { at: { latitude, longitude }, finenessM: 100 }
    : new Says(400, { detail: `“${text}” is no position. Write 45.1, -123.2.` })
}

const here = {
  latitude: 45.5,
  longitude: -123.5,
  uncertaintyM: 6,
  elevationM: 100,
  words: '45.5° N',
  nearest: { site: 3, words: 'at Upper bench' },
}

describe('drawing a place', () => {
  const open = (first: Partial<Extract<Doing, { what: 'draw' }>> = {}, before?: PlaceView, more = {}) => {
    const onDone = vi.fn()
    const server = serve({
      'GET /api/positions': positions,
      'GET /api/devices/position': here,
      'POST /api/places': {},
      'PUT /api/places/5': {},
      ...more,
    })
    function Panel() {
      const [doing, setDoing] = useState<Doing>({
        what: 'draw',
        kind: 'plot',
        points: [],
        id: null,
        ...first,
      })
      return doing.what === 'draw' ? (
        <DrawPanel doing={doing} before={before} onChange={setDoing} onDone={onDone} />
      ) : null
    }
    return { ...draw(<Panel />), server, onDone }
  }
  const position = () => screen.getByRole('textbox', { name: 'Position' })

  it('by positions typed one after another, says how many are missing', async () => {
    const { user, server, onDone } = open()
    await user.type(position(), '45.1, -123.1{Enter}')
    expect(await screen.findByText(/1 so far\. 2 more at least\./)).toBeVisible()
    expect(position()).toHaveValue('')
    await user.type(position(), '45.2, -123.1{Enter}')
    await screen.findByText(/2 so far/)
    await user.type(screen.getByRole('textbox', { name: 'Name' }), 'Plot B')
    expect(screen.getByRole('button', { name: 'Keep' })).toBeDisabled()
    await user.click(screen.getByRole('button', { name: 'Simulated' }))
    await screen.findByText(/3 so far/)
    await user.click(screen.getByRole('button', { name: 'Keep' }))
    await waitFor(() => expect(onDone).toHaveBeenCalled())
    expect(server.sent('POST /api/places')).toEqual([
      {
        id: expect.any(String),
        name: 'Plot B',
        kind: 'plot',
        shape: { form: 'area', points: [point(45.1, -123.1), point(45.2, -123.1), point(45.5, -123.5)] },
        site: null,
        note: '',
      },
    ])
  })

  it('takes the last point back', async () => {
    const { user } = open({ points: [point(1, 1), point(2, 2)] })
    expect(screen.getByRole('status')).toHaveTextContent('2 so far')
    await user.click(screen.getByRole('button', { name: 'Take the last point back' }))
    expect(screen.getByRole('status')).toHaveTextContent('1 so far')
  })

  it('keeps its points while the form stays the same, and begins anew where it does not', async () => {
    const { user } = open({ points: [point(1, 1), point(2, 2), point(3, 3)] })
    const choose = async (kind: string) => {
      await user.click(screen.getByRole('combobox', { name: 'What it is' }))
      await user.click(screen.getByRole('option', { name: kind }))
    }
    await choose('Bounds of a site')
    expect(screen.getByRole('status')).toHaveTextContent('3 so far')
    await choose('Mark')
    expect(screen.getByRole('status')).not.toHaveTextContent('so far')
    expect(screen.getByRole('status')).toHaveTextContent(
      'Click where it is on the map, type positions, or take them from the receiver.',
    )
  })

  it('of a mark takes the latest position in place of the one before', async () => {
    const { user } = open({ kind: 'mark' })
    await user.type(position(), '45.1, -123.1{Enter}')
    await screen.findByText(/1 so far/)
    await user.type(position(), '45.2, -123.2{Enter}')
    await waitFor(() => expect(position()).toHaveValue(''))
    expect(screen.getByRole('status')).toHaveTextContent('1 so far')
  })

  it('says what is no position and keeps it to be put right', async () => {
    const { user } = open()
    await user.type(position(), 'at the oak{Enter}')
    expect(await screen.findByRole('alert')).toHaveTextContent('“at the oak” is no position.')
    expect(position()).toHaveValue('at the oak')
  })

  it('anew begins with the name, note and site it had', async () => {
    const points = [point(1, 1), point(2, 2), point(3, 3)]
    const { user, server, onDone } = open({ id: '5', points }, aPlace())
    expect(screen.getByRole('heading', { name: 'Draw Plot A anew' })).toBeVisible()
    await user.type(screen.getByRole('textbox', { name: 'Name' }), ' north')
    await user.click(screen.getByRole('button', { name: 'Keep' }))
    await waitFor(() => expect(onDone).toHaveBeenCalled())
    expect(server.sent('PUT /api/places/5')).toEqual([
      expect.objectContaining({ name: 'Plot A north', note: 'posts at the corners', site: '3' }),
    ])
  })

  it('that crosses itself is refused with nothing lost', async () => {
    const { user, onDone } = open({ points: [point(1, 1), point(2, 2), point(1, 2)] }, undefined, {
      'POST /api/places': new Says(400, { detail: 'The edge crosses itself.' }),
    })
    await user.type(screen.getByRole('textbox', { name: 'Name' }), 'Plot B')
    await user.click(screen.getByRole('button', { name: 'Keep' }))
    expect(await screen.findByRole('alert')).toHaveTextContent('The edge crosses itself.')
    expect(onDone).not.toHaveBeenCalled()
    expect(screen.getByRole('textbox', { name: 'Name' })).toHaveValue('Plot B')
    expect(screen.getByRole('status')).toHaveTextContent('3 so far')
  })
})

describe('a place', () => {
  const open = (session = aSession(), more = {}) => {
    const acts = { onBack: vi.fn(), onRedraw: vi.fn(), onAway: vi.fn() }
    const server = serve({ 'DELETE /api/places/5': {}, ...more })
    return { ...draw(<PlacePanel place={aPlace()} {...acts} />, { session }), server, ...acts }
  }

  it('says what it is, and is taken away by one press', async () => {
    const { user, onAway } = open()
    expect(screen.getByText(/Plot, 100 m²\. posts at the corners/)).toBeVisible()
    await user.click(screen.getByRole('button', { name: 'Take it away' }))
    await waitFor(() => expect(onAway).toHaveBeenCalled())
  })

  it('stays when it cannot be taken away', async () => {
    const { user, onAway } = open(aSession(), {
      'DELETE /api/places/5': new Says(409, { detail: 'Counts were made on it.' }),
    })
    await user.click(screen.getByRole('button', { name: 'Take it away' }))
    expect(await screen.findByRole('alert')).toHaveTextContent('Counts were made on it.')
    expect(onAway).not.toHaveBeenCalled()
  })

  it('is only looked at by who only reads', () => {
    open(aSession({ mayRecord: false }))
    expect(screen.queryByRole('button', { name: 'Take it away' })).toBeNull()
    expect(screen.queryByRole('button', { name: 'Change it' })).toBeNull()
  })
})

describe('where a plant stands', () => {
  const stands = (part: Partial<MapPlant> = {}): MapPlant => ({
    plant: aPlantTag(),
    at: point(45, -123),
    written: '45.0° N, 123.0° W',
    typed: '',
    uncertaintyM: 5,
    own: true,
    sensitive: false,
    ...part,
  })
  const open = (where: MapPlant | undefined, pointing?: { at: GeoPoint | null }, session = aSession()) => {
    const onBack = vi.fn()
    const server = serve({
      'GET /api/positions': positions,
      'GET /api/devices/position': here,
      'PUT /api/plants/7/position': {},
    })
    function Panel() {
      const [at, setAt] = useState(pointing?.at ?? null)
      return (
        <PlantPanel
          plant={aPlantTag()}
          where={where}
          pointing={pointing && { at }}
          onBack={onBack}
          onPoint={setAt}
        />
      )
    }
    return { ...draw(<Panel />, { session }), onBack, said: () => server.sent('PUT /api/plants/7/position') }
  }
  const radius = () => screen.getByRole('textbox', { name: /^Sure within/ })

  it('is told as it was written and in figures', () => {
    open(stands())
    expect(screen.getByText(/45\.0° N, 123\.0° W/)).toHaveTextContent('45.00000, -123.00000, within 5 m')
  })

  it('is only the site while nobody said', () => {
    open(stands({ own: false, uncertaintyM: 300 }))
    expect(screen.getByText('Somewhere at Upper bench, within 300 m: nobody said where yet.')).toBeVisible()
  })

  it('is said to be sensitive where it is', () => {
    open(stands({ sensitive: true }))
    expect(screen.getByText(/^Sensitive:/)).toBeVisible()
  })

  it('is not asked of who only reads', () => {
    open(undefined, undefined, aSession({ mayRecord: false }))
    expect(screen.queryByRole('button', { name: 'Say where it stands' })).toBeNull()
  })

  it('as typed is never surer than it was written', async () => {
    const { user, said, onBack } = open(undefined, { at: null })
    expect(screen.getByRole('button', { name: 'Keep' })).toBeDisabled()
    await user.type(screen.getByRole('textbox', { name: 'Position' }), '45.1, -123.2{Enter}')
    await waitFor(() => expect(radius()).toHaveValue('100'))
    await user.click(screen.getByRole('button', { name: 'Keep' }))
    await waitFor(() => expect(onBack).toHaveBeenCalled())
    expect(said()).toEqual([{ typed: '45.1, -123.2', at: point(45.1, -123.2), uncertaintyM: 100 }])
  })

  it('from the receiver is as sure as that says', async () => {
    const { user, said } = open(undefined, { at: null })
    await user.click(screen.getByRole('button', { name: 'Simulated' }))
    await waitFor(() => expect(radius()).toHaveValue('6'))
    await user.click(screen.getByRole('button', { name: 'Keep' }))
    await waitFor(() =>
      expect(said()).toEqual([{ typed: 'simulated receiver', at: point(45.5, -123.5), uncertaintyM: 6 }]),
    )
  })

  it('is not kept with a radius that is none', async () => {
    const { user } = open(undefined, { at: point(45, -123) })
    for (const wrong of ['0', '-3', 'near']) {
      await user.clear(radius())
      await user.type(radius(), wrong)
      expect(radius()).toBeInvalid()
      expect(screen.getByRole('button', { name: 'Keep' })).toBeDisabled()
    }
  })
})

describe('places from a file', () => {
  const open = (preview: object, more = {}) => {
    const onDone = vi.fn()
    const server = serve({ 'POST /api/places/file': preview, ...more })
    return { ...draw(<BringInPlaces onDone={onDone} />), server, onDone }
  }
  const choose = (user: ReturnType<typeof open>['user'], container: HTMLElement, name: string) =>
    user.upload(
      container.querySelector('input[type=file]') as HTMLInputElement,
      new File(['<gpx/>'], name, { type: '' }),
    )

  it('are shown before anything is kept, and kept under one number', async () => {
    const { user, container, server, onDone } = open({ places: [aPlace()], known: ['Hut'], faults: [] })
    await choose(user, container, 'walk.gpx')
    expect(await screen.findByRole('status')).toHaveTextContent(
      'It brings 1 new place. 1 of it are here already and stay as they are.',
    )
    expect(screen.getByRole('listitem')).toHaveTextContent('Plot A plot, 100 m²')
    await user.click(screen.getByRole('button', { name: 'Keep them' }))
    await waitFor(() => expect(onDone).toHaveBeenCalled())
    const asked = server.asked.map((a) => new URL(a.path, 'http://x').searchParams)
    expect(asked.map((a) => a.get('keep'))).toEqual(['false', 'true'])
    expect(asked[1]?.get('request')).toBe(asked[0]?.get('request'))
  })

  it('with a fault are not kept, and every fault is named', async () => {
    const { user, container } = open({ places: [aPlace()], known: [], faults: ['Feature 2 has no name.'] })
    await choose(user, container, 'places.geojson')
    const says = within(await screen.findByRole('alert'))
    expect(says.getByRole('listitem')).toHaveTextContent('Feature 2 has no name.')
    expect(screen.getByRole('button', { name: 'Keep them' })).toBeDisabled()
  })

  it('that hold nothing new say so', async () => {
    const { user, container } = open({ places: [], known: ['Hut'], faults: [] })
    await choose(user, container, 'walk.gpx')
    expect(await screen.findByRole('status')).toHaveTextContent('It holds nothing new.')
    expect(screen.getByRole('button', { name: 'Keep them' })).toBeDisabled()
  })

  it('that cannot be read are refused in words', async () => {
    const { user, container } = open(new Says(400, { detail: 'Line 3 is no XML.' }))
    await choose(user, container, 'walk.gpx')
    expect(await screen.findByRole('alert')).toHaveTextContent('Line 3 is no XML.')
  })
})
