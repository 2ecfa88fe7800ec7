import { screen } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import { lastPacked } from '../../src/field/packing'
import { PackForField } from '../../src/field/PackForField'
import { reached } from '../../src/offline/keptAnswers'
import { organs } from '../../src/kit/organs'
import { aGuide, aPlantTag, aSession, aSheet, aSite } from '../testing/made'
import { draw } from '../testing/draw'
import { serve, unreached } from '../testing/server'

const plant = aPlantTag()
const guide = aGuide()

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
  ...Object.fromEntries(guide.keys.map((k) => [`GET /api/guide/keys/${k.id}`, {}])),
  ...Object.fromEntries(Object.keys(organs).map((o) => [`GET /api/drawings/organs/${o}`, []])),
})

beforeEach(reached)

it('takes along the guide, its drawings, the sites and every plant, and says so', async () => {
  const server = serve(all())
  const { user } = draw(<PackForField />)
  expect(lastPacked()).toBeNull()
  await user.click(screen.getByRole('button', { name: 'Pack for the field' }))
  expect(await screen.findByText(/Packed .*: 1 plant with their history/)).toBeVisible()
  expect(new Set(server.asked.map((a) => `${a.method} ${a.path}`))).toEqual(new Set(Object.keys(all())))
  expect(lastPacked()).toMatchObject({ plants: 1, sites: 1, keys: guide.keys.length })
  expect(screen.getByRole('button', { name: 'Pack anew for the field' })).toBeEnabled()
})

it('says when the server is lost meanwhile, and claims nothing', async () => {
  serve({ ...all(), 'GET /api/map': unreached })
  const { user } = draw(<PackForField />)
  await user.click(screen.getByRole('button', { name: 'Pack for the field' }))
  expect(await screen.findByRole('alert')).toHaveTextContent('Garten is not reached')
  expect(lastPacked()).toBeNull()
  expect(screen.getByRole('button', { name: 'Pack for the field' })).toBeEnabled()
})
