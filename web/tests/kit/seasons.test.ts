import { describe, expect, it } from 'vitest'
import { dayInYear, inWords, quarterOf, spansOf } from '../../src/kit/seasons'
import { lookAt } from '../../src/kit/lookAt'

const on = (month: number, day: number, number: number) => ({ month, day, number })

describe('a season on a strip of the year', () => {
  it('is one span', () => {
    expect(spansOf({ phase: 'leaf', from: on(4, 1, 91), to: on(11, 5, 309) })).toEqual([[91, 309]])
  })

  it('across New Year is two', () => {
    expect(spansOf({ phase: 'fruit', from: on(11, 1, 305), to: on(2, 10, 41) })).toEqual([
      [305, 365],
      [1, 41],
    ])
  })

  it('is said with its days', () => {
    expect(inWords({ phase: 'leafColour', from: on(9, 20, 263), to: on(10, 31, 304) })).toBe(
      'colour 20 Sep to 31 Oct',
    )
  })

  it.each([
    [on(1, 1, 1), on(12, 31, 365)],
    [on(1, 15, 15), on(1, 14, 14)],
  ])('has no end where it lasts all year', (from, to) => {
    expect(inWords({ phase: 'leaf', from, to })).toBe('leaf all year')
  })
})

describe('a date on a strip of the year', () => {
  it.each([
    ['2026-01-01', 1],
    ['2026-03-01', 60],
    ['2024-02-28', 59],
    ['2024-02-29', 60],
    ['2024-03-01', 60],
    ['2024-12-31', 365],
    ['2026-12-31', 365],
  ])('%s lies on day %d, in leap years too', (date, number) => expect(dayInYear(date)).toBe(number))

  it.each([
    ['2026-12-01', 'winter', 'summer'],
    ['2026-02-28', 'winter', 'summer'],
    ['2026-03-01', 'spring', 'autumn'],
    ['2026-06-30', 'summer', 'winter'],
    ['2026-11-30', 'autumn', 'spring'],
  ])('%s is %s in the north and %s in the south', (date, north, south) => {
    expect(quarterOf(date, false)).toBe(north)
    expect(quarterOf(date, true)).toBe(south)
  })
})

describe('what to look at', () => {
  it.each([
    [[], ''],
    [[{ label: 'Bud scales', again: false }], 'Look at bud scales'],
    [
      [
        { label: 'Bud scales', again: false },
        { label: 'Pith', again: true },
        { label: 'Leaf scar', again: false },
      ],
      'Look once more at pith: not as the guide says. Look at bud scales, leaf scar',
    ],
  ])('%j', (features, said) => expect(lookAt(features)).toBe(said))
})
