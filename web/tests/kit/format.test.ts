import { describe, expect, it } from 'vitest'
import { capital, counted, day, gain, odds, percent, sentence, words } from '../../src/kit/format'

describe('days', () => {
  it('are said with or without their year, whatever the clock of the device', () => {
    expect(day('2026-04-22')).toBe('22 Apr 2026')
    expect(day('2026-04-22', false)).toBe('22 Apr')
    expect(day('2027-01-01')).toBe('1 Jan 2027')
    expect(day('2024-02-29', false)).toBe('29 Feb')
  })
})

describe('names of the contract', () => {
  it.each([
    ['LowBranch', 'low branch'],
    ['lowBranch', 'low branch'],
    ['tooEarly', 'too early'],
    ['sun', 'sun'],
  ])('%s reads as "%s"', (name, said) => expect(words(name)).toBe(said))

  it('stand in the singular beside one', () => {
    expect(counted(1, 'individuals')).toBe('1 individual')
    expect(counted(1200, 'stems')).toBe('1,200 stems')
    expect(counted(1, 'coverPercent')).toBe('1 cover percent')
  })

  it('take a capital at the start of a line', () => {
    expect(capital('low branch')).toBe('Low branch')
    expect(capital('')).toBe('')
  })
})

describe('notes', () => {
  it.each([
    ['', ''],
    ['Mown twice', 'Mown twice.'],
    ['Mown twice.', 'Mown twice.'],
    ['Who mows?', 'Who mows?'],
    ['Stop!', 'Stop!'],
  ])('"%s" is followed by others as "%s"', (note, said) => expect(sentence(note)).toBe(said))
})

describe('chances', () => {
  it.each([
    [0, '<\u00a01\u00a0%'],
    [0.0099, '<\u00a01\u00a0%'],
    [0.01, '1\u00a0%'],
    [0.504, '50\u00a0%'],
    [0.99, '99\u00a0%'],
    [0.991, '>\u00a099\u00a0%'],
    [1, '>\u00a099\u00a0%'],
  ])('%d is never a plain nought or a hundred: %s', (mass, said) => expect(percent(mass)).toBe(said))
})

describe('odds', () => {
  it.each([
    [3, '8\u00a0:\u00a01 for'],
    [-1, '2\u00a0:\u00a01 against'],
    [-0.5, '1.4\u00a0:\u00a01 against'],
    [0.01, 'even'],
    [12, '>\u00a01,000\u00a0:\u00a01 for'],
  ])('of %d bits read as "%s"', (bits, said) => expect(odds(bits)).toBe(said))

  it.each([
    [1.2, 'tells very much'],
    [0.5, 'tells much'],
    [0.2, 'tells some'],
    [0.01, 'tells a little'],
  ])('a look worth %d bits %s', (bits, said) => expect(gain(bits)).toBe(said))
})
