// Made once: a formatter made for each day takes longer than all else on a page of plants.
const ofDay = (year?: 'numeric') =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year, timeZone: 'UTC' })
const withYear = ofDay('numeric')
const withoutYear = ofDay()
const number = new Intl.NumberFormat('en')

/** A number as people read it: "1,200". */
export const inFigures = (n: number) => number.format(n)

/** A day as "22 Apr 2026", or without the year. Days come from the server as 2026-04-22. */
export const day = (date: string, year = true) =>
  (year ? withYear : withoutYear).format(new Date(`${date}T00:00:00Z`))

/** "LowBranch" and "lowBranch" as "low branch". */
export const words = (name: string) => name.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase()

/** A note that others follow: with a full stop at its end, and nothing where there is none. */
export const sentence = (note: string) => (note === '' || /[.!?]$/.test(note) ? note : `${note}.`)

/** The first letter in capitals. */
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** A number with what is counted: "1 plant", "1,200 plants". */
export const some = (count: number, one: string, many = `${one}s`) =>
  `${inFigures(count)} ${count === 1 ? one : many}`

/** A number of a unit of counting that is named in the plural: "1 individual", "2 stems"; what does not count things stays as it is. */
export const counted = (count: number, unit: string) =>
  `${inFigures(count)} ${count === 1 ? words(unit).replace(/s$/, '') : words(unit)}`

/** A chance as people read it; never a plain 0 or 100. */
export const percent = (mass: number) =>
  mass < 0.01 ? '<\u00a01\u00a0%' : mass > 0.99 ? '>\u00a099\u00a0%' : `${Math.round(mass * 100)}\u00a0%`

export const hazardWords = {
  deadly: 'Deadly',
  deadlyLookAlike: 'Deadly look-alike',
  poisonous: 'Poisonous',
  irritant: 'Irritates',
  wounding: 'Wounds',
} as const

/** What stands for or against, given in bits, as odds: "8 : 1 for", "3 : 1 against", "even". */
export function odds(bits: number): string {
  const times = 2 ** Math.abs(bits)
  if (times < 1.05) return 'even'
  const to =
    times >= 1000 ? '>\u00a01,000' : times < 3 ? times.toFixed(1).replace('.0', '') : `${Math.round(times)}`
  return `${to}\u00a0:\u00a01 ${bits < 0 ? 'against' : 'for'}`
}

/** How much of the doubt a look is expected to take away, given in bits. */
export const gain = (bits: number) =>
  bits >= 1 ? 'tells very much' : bits >= 0.4 ? 'tells much' : bits >= 0.1 ? 'tells some' : 'tells a little'

/** A span of time in the largest unit that says enough of it: "40 minutes", "5 hours", "3 days". */
export function spanWords(milliseconds: number) {
  const minutes = Math.round(Math.abs(milliseconds) / 60_000)
  const hours = Math.round(minutes / 60)
  return minutes < 90
    ? some(minutes, 'minute')
    : hours < 36
      ? some(hours, 'hour')
      : some(Math.round(hours / 24), 'day')
}

/** How far this device's clock is from the server's, in words. */
export const clockWords = (ahead: number) =>
  `This device's clock is ${spanWords(ahead)} ${ahead > 0 ? 'ahead of' : 'behind'} Garten's: put it right, so that days and times are true.`
