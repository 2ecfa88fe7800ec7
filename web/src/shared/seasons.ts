import type { SpeciesAccount } from '../api/types'

type Season = Pick<SpeciesAccount['seasons'][number], 'phase' | 'from' | 'to'>

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

/** A season as "leaf 1.4. to 5.11.", for those who hear the page. */
export const inWords = (s: Season) =>
  `${phases[s.phase].label} ${s.from.day}.${s.from.month}. to ${s.to.day}.${s.to.month}.`
