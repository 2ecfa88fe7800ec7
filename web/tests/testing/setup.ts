import 'fake-indexeddb/auto'
import '@testing-library/jest-dom/vitest'
import { cleanup, configure } from '@testing-library/react'
import { afterEach, expect, vi } from 'vitest'
import { complaints } from './complaints'
import { StubbedRequest, stopServing, stubbedFetch } from './server'

vi.stubGlobal('fetch', stubbedFetch)
vi.stubGlobal('Request', StubbedRequest)

// A busy machine is given time; what never comes fails all the same.
configure({ asyncUtilTimeout: 5000 })

afterEach(async () => {
  cleanup()
  // Test files share their modules: what one left to be sent would go before what the next one sends.
  const { outbox } = await import('../../src/offline/outbox')
  outbox.of(null)
  const { database } = await import('../../src/offline/database')
  await database.changes.clear()
  localStorage.clear()
  sessionStorage.clear()
  // What a library complains of is a fault of the page, whether or not it shows.
  const wrong = { complaints: complaints(), notForeseen: stopServing() }
  expect(wrong).toEqual({ complaints: [], notForeseen: [] })
})
