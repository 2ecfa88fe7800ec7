import { describe, expect, it } from 'vitest'
import { countOf } from '../../src/api/waitingCounts'
import { partsOf } from '../../src/api/waitingCore'
import { plantOf } from '../../src/api/waitingSheets'
import type { WaitingChange } from '../../src/offline/database'

const change = (part: Partial<WaitingChange>): WaitingChange => ({
  id: 'c',
  person: 'falk',
  page: '',
  method: 'POST',
  address: '',
  pattern: '',
  type: 'application/json',
  content: null,
  asked: '2026-12-01T09:00:00Z',
  refused: null,
  ...part,
})

describe('the address of a change', () => {
  it('is read by the names of its parts, and what it asks', () => {
    expect(
      partsOf(
        '/api/plants/{plant}/visits/{visit}/features/{character}',
        '/api/plants/7/visits/3/features/leaf%20margin?expected=-41',
      ),
    ).toEqual({ plant: '7', visit: '3', character: 'leaf margin', expected: '-41' })
  })
})

describe('what a change is of', () => {
  it('is the plant of its address, or the one it adds', () => {
    expect(plantOf(change({ pattern: '/api/plants/{plant}/undo', address: '/api/plants/7/undo' }))).toBe('7')
    expect(plantOf(change({ pattern: '/api/plants', address: '/api/plants', content: '{"id":"8"}' }))).toBe(
      '8',
    )
    const used = { pattern: '/api/photos/{id}/uses', address: '/api/photos/3/uses', content: '{"plant":"9"}' }
    expect(plantOf(change(used))).toBe('9')
    expect(plantOf(change({ method: 'PUT', pattern: '/api/sites/{id}', address: '/api/sites/7' }))).toBeNull()
  })

  it('is the count of its address, the one it begins, or the one it was made in', () => {
    const line = { pattern: '/api/counts/{sheet}/lines', address: '/api/counts/4/lines' }
    expect(countOf(change(line))).toBe('4')
    expect(countOf(change({ pattern: '/api/counts', address: '/api/counts', content: '{"id":"5"}' }))).toBe(
      '5',
    )
    const tap = { pattern: '/api/count-lines/{line}/one-more', address: '/api/count-lines/9/one-more' }
    expect(countOf(change({ ...tap, of: '4' }))).toBe('4')
    expect(countOf(change(tap))).toBeNull()
  })
})
