import '@testing-library/jest-dom/vitest'
import { cleanup, configure } from '@testing-library/react'
import { afterEach, beforeEach, expect, vi } from 'vitest'
import { StubbedRequest, stopServing, stubbedFetch } from './server'

vi.stubGlobal('fetch', stubbedFetch)
vi.stubGlobal('Request', StubbedRequest)

// A busy machine is given time; what never comes fails all the same.
configure({ asyncUtilTimeout: 5000 })

beforeEach(() => {
  vi.spyOn(console, 'error')
  vi.spyOn(console, 'warn')
})

afterEach(() => {
  cleanup()
  // What a library complains of is a fault of the page, whether or not it shows.
  expect(vi.mocked(console.error).mock.calls).toEqual([])
  expect(vi.mocked(console.warn).mock.calls).toEqual([])
  stopServing()
  localStorage.clear()
  sessionStorage.clear()
})
