import { describe, expect, it } from 'vitest'
import { featureInput } from '../../src/identify/features/featureInput'
import { aRequest, aSeen, aSheet, aVisit } from '../testing/made'
import { foresee } from '../../src/api/foresee'

const seen = (character: string, visit: number) =>
  aSeen(character, { visit, finding: { kind: 'states', seen: ['before'] } })

const sheet = aSheet({
  visits: [
    aVisit({ id: '10', date: '2026-02-01', stage: 'sapling' }),
    aVisit({ id: '11', altered: ['mown'], sex: 'female' }),
  ],
  request: aRequest({ observations: [seen('arrangement', 1), seen('arrangement', 2), seen('margin', 2)] }),
})

const states = featureInput({ finding: 'states', states: ['opposite'] })

describe('what the bench will be asked', () => {
  it('has the new state in place of the old one of that visit, and all else as it was', () => {
    const question = foresee(sheet, { visit: '11', character: 'arrangement', input: states })
    expect(
      question?.plant.observations.map((o) => [
        o.character,
        o.visit,
        o.finding.kind === 'states' && o.finding.seen,
      ]),
    ).toEqual([
      ['arrangement', 1, ['before']],
      ['margin', 2, ['before']],
      ['arrangement', 2, ['opposite']],
    ])
    expect(question?.plant.place).toEqual(sheet.request.plant.place)
  })

  it('knows day, stage and sex from the visit, and what changed the plant from both', () => {
    const input = featureInput({ finding: 'states', states: ['opposite'], altered: ['browsed', 'mown'] })
    const question = foresee(sheet, { visit: '11', character: 'arrangement', input })
    expect(question?.plant.observations.at(-1)).toMatchObject({
      date: '2026-05-14',
      stage: 'mature',
      sex: 'female',
      altered: ['browsed', 'mown'],
    })
  })

  it('lacks what is taken back', () => {
    const question = foresee(sheet, { visit: '10', character: 'arrangement', input: null })
    expect(question?.plant.observations.map((o) => [o.character, o.visit])).toEqual([
      ['arrangement', 2],
      ['margin', 2],
    ])
  })

  it.each(['sample', 'rough', 'hidden', 'absent'] as const)('is not guessed for a %s finding', (finding) => {
    expect(
      foresee(sheet, { visit: '11', character: 'arrangement', input: featureInput({ finding }) }),
    ).toBeNull()
  })

  it('is not guessed for a visit that is not on the sheet', () => {
    expect(foresee(sheet, { visit: '99', character: 'arrangement', input: states })).toBeNull()
  })

  it('leaves the sheet as it is', () => {
    const before = structuredClone(sheet)
    foresee(sheet, { visit: '11', character: 'arrangement', input: states })
    expect(sheet).toEqual(before)
  })
})
