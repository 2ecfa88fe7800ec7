import { describe, expect, it } from 'vitest'
import { emptyStore } from '../testing/draw'
import { choicesKey, choicesOf, keepKit, keptKit, withMeans } from '../../src/api/choices'

describe('what a person has at hand', () => {
  it('is a lens, a ruler and a knife until they say otherwise', () => {
    expect(keptKit()).toEqual({ tools: ['handLens', 'ruler', 'knife'], harm: 'cut' })
  })

  it('is kept in this browser', () => {
    keepKit({ tools: ['ruler'], harm: 'look' })
    expect(keptKit()).toEqual({ tools: ['ruler'], harm: 'look' })
  })

  it.each(['{', 'null', '"x"', '{"harm":"touch"}'])('is made whole where %s was kept', (kept) => {
    localStorage.setItem('garten.means', kept)
    const means = keptKit()
    expect(means.tools).toEqual(['handLens', 'ruler', 'knife'])
    expect(means.harm).toBe(kept.includes('touch') ? 'touch' : 'cut')
  })
})

describe('the choices made for a plant', () => {
  it('leave nothing out until something is, and go with what the person has', () => {
    keepKit({ tools: [], harm: 'look' })
    expect(withMeans(null)).toEqual({
      leftOut: [],
      without: [],
      colonyLeftOut: false,
      fieldKit: { tools: [], harm: 'look' },
    })
  })

  it('belong to that plant alone', () => {
    const client = emptyStore()
    client.setQueryData(choicesKey('7'), { ...withMeans(null), without: ['margin'] })
    expect(choicesOf(client, '7').without).toEqual(['margin'])
    expect(choicesOf(client, '8').without).toEqual([])
  })
})
