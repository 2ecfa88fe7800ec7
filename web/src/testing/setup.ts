import '@testing-library/jest-dom/vitest'
import { cleanup, configure } from '@testing-library/react'
import { afterEach, expect, vi } from 'vitest'
import { StubbedRequest, stopServing, stubbedFetch } from './server'

vi.stubGlobal('fetch', stubbedFetch)
vi.stubGlobal('Request', StubbedRequest)

// A busy machine is given time; what never comes fails all the same.
configure({ asyncUtilTimeout: 5000 })

const complaints: unknown[][] = []
for (const method of ['error', 'warn'] as const) {
  const say = globalThis.console[method]
  globalThis.console[method] = (...said: unknown[]) => {
    complaints.push(said)
    say(...said)
  }
}

afterEach(() => {
  cleanup()
  // What a library complains of is a fault of the page, whether or not it shows.
  expect(complaints.splice(0)).toEqual([])
  stopServing()
  localStorage.clear()
  sessionStorage.clear()
})
