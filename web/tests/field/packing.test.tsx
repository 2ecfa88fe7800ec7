import { screen } from '@testing-library/react'
import { beforeEach, expect, it, vi } from 'vitest'
import { lastPacked } from '../../src/field/packing'
import { PackForField } from '../../src/field/PackForField'
import { reached } from '../../src/offline/keptAnswers'
import { database } from '../../src/offline/database'
import { outbox } from '../../src/offline/outbox'
import { picturesHere } from '../../src/offline/picturesHere'
import { organs } from '../../src/kit/organs'
import { aGuide, aPlantTag, aSession, aSheet, aSite } from '../testing/made'
import { draw } from '../testing/draw'
import { serve, unreached } from '../testing/server'

const plant = aPlantTag()
const guide = aGuide()

const photo = { id: '0199a000-0000-7000-8000-00000000000f' }

/** A server with all that a day in the field asks for. */
const all = () => ({
  'GET /api/session': aSession(),
  'GET /api/plants': [plant],
  'GET /api/guide': guide,
  'GET /api/sites': [aSite()],
  'GET /api/today': {},
  'GET /api/trips': [],
  'GET /api/map': {},
  'GET /api/guide/look-alikes': [],
  [`GET /api/plants/${plant.id}`]: aSheet(),
  [`GET /api/plants/${plant.id}/portrait`]: {},
  [`GET /api/plants/${plant.id}/pictures`]: [{ picture: { photo }, markWords: [] }],
  'GET /api/photos/naming': { convention: 'ratios' },
  [`GET /api/photos/${photo.id}/thumbnail`]: 'a small picture',
  ...Object.fromEntries(guide.keys.map((k) => [`GET /api/guide/keys/${k.id}`, {}])),
  ...Object.fromEntries(Object.keys(organs).map((o) => [`GET /api/drawings/organs/${o}`, []])),
})

beforeEach(async () => {
  reached()
  outbox.of('falk')
  await database.pictures.clear()
})

it('takes along the guide, its drawings, the sites and every plant, and says so', async () => {
  const server = serve(all())
  const { user } = draw(<PackForField />)
  expect(lastPacked()).toBeNull()
  await user.click(screen.getByRole('button', { name: 'Pack for the field' }))
  expect(await screen.findByText(/Packed .*: 1 plant with their history/)).toBeVisible()
  expect(new Set(server.asked.map((a) => `${a.method} ${a.path}`))).toEqual(new Set(Object.keys(all())))
  expect(lastPacked()).toMatchObject({ plants: 1, sites: 1, keys: guide.keys.length, pictures: 1 })
  expect(screen.getByText(/1 photograph in reduced size/)).toBeVisible()
  expect(screen.getByRole('button', { name: 'Pack anew for the field' })).toBeEnabled()
})

it('fetches a picture once, and lets go of those nothing shows any more', async () => {
  await picturesHere.keep('0199a000-0000-7000-8000-0000000000aa', new Blob(['old']), null)
  const server = serve(all())
  const { user } = draw(<PackForField />)
  await user.click(screen.getByRole('button', { name: 'Pack for the field' }))
  await user.click(await screen.findByRole('button', { name: 'Pack anew for the field' }))
  await screen.findByText(/Packed/)
  expect(server.asked.filter((a) => a.path.endsWith('/thumbnail'))).toHaveLength(1)
  expect(await picturesHere.numbers()).toEqual(new Set([photo.id]))
})

it('says when there is no room for a picture, and claims nothing', async () => {
  serve(all())
  const full = vi.spyOn(database.pictures, 'put').mockRejectedValue(new Error('full'))
  const { user } = draw(<PackForField />)
  await user.click(screen.getByRole('button', { name: 'Pack for the field' }))
  expect(await screen.findByRole('alert')).toHaveTextContent('no room left for the pictures')
  expect(lastPacked()).toBeNull()
  full.mockRestore()
})

it('says when the server is lost meanwhile, and claims nothing', async () => {
  serve({ ...all(), 'GET /api/map': unreached })
  const { user } = draw(<PackForField />)
  await user.click(screen.getByRole('button', { name: 'Pack for the field' }))
  expect(await screen.findByRole('alert')).toHaveTextContent('Garten is not reached')
  expect(lastPacked()).toBeNull()
  expect(screen.getByRole('button', { name: 'Pack for the field' })).toBeEnabled()
})
