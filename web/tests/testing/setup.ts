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

afterEach(() => {
  cleanup()
  localStorage.clear()
  sessionStorage.clear()
  // What a library complains of is a fault of the page, whether or not it shows.
  const wrong = { complaints: complaints(), notForeseen: stopServing() }
  expect(wrong).toEqual({ complaints: [], notForeseen: [] })
})
