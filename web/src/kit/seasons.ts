import type { SpeciesAccount } from '../api/types'

type Season = Pick<SpeciesAccount['seasons'][number], 'phase' | 'from' | 'to'>

/** The months as they stand over strips of the year. */
export const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** Day of a date in a year of 365 days, by month and day as the seasons are numbered; 29 February lies on 1 March. */
export function dayInYear(date: string): number {
  const [, month = 1, of = 1] = date.split('-').map(Number)
  return (Date.UTC(2001, month - 1, of) - Date.UTC(2001, 0, 1)) / 86_400_000 + 1
}

const quarters = ['winter', 'spring', 'summer', 'autumn'] as const

/** The quarter of the year a date lies in: from December winter in the north, summer in the south. */
export const quarterOf = (date: string, south: boolean) =>
  quarters[Math.floor(((Number(date.slice(5, 7)) + (south ? 6 : 0)) % 12) / 3)]

/** How each phenophase is called and coloured in strips of the year. */
export const phases = {
  leaf: { label: 'leaf', fill: 'var(--fern)' },
  flower: { label: 'flower', fill: 'var(--straw)' },
  fruit: { label: 'fruit', fill: 'var(--rust)' },
  leafColour: { label: 'colour', fill: 'var(--bark)' },
} as const

/** First and last day of a season within one year; a season across New Year makes two. */
export function spansOf({ from, to }: Season): (readonly [number, number])[] {
  return from.number <= to.number
    ? [[from.number, to.number]]
    : [
        [from.number, 365],
        [1, to.number],
      ]
}

/** A season that ends on the day before it begins has no end. */
const hasNoEnd = ({ from, to }: Season) => (to.number % 365) + 1 === from.number

/** From when to when a season runs, as "1 Apr to 5 Nov"; what is green all year has neither. */
export const span = (s: Season) =>
  hasNoEnd(s)
    ? 'all year'
    : `${s.from.day} ${months[s.from.month - 1]} to ${s.to.day} ${months[s.to.month - 1]}`

/** A season as "leaf 1 Apr to 5 Nov", for those who hear the page. */
export const inWords = (s: Season) => `${phases[s.phase].label} ${span(s)}`
