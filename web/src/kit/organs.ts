import type { Organ } from '../api/types'

/** How organs are called on screen, in the order of the feature panel. */
export const organs: Record<Organ, string> = {
  habit: 'habit and stem',
  bark: 'bark',
  twig: 'twig and bud',
  leaf: 'leaf',
  flower: 'flower',
  inflorescence: 'flower cluster',
  fruit: 'fruit',
  place: 'place',
}

/** The organ a text names; null where it names none. */
export const isOrgan = (text: string | null): Organ | null =>
  text !== null && text in organs ? (text as Organ) : null
