import type { Grade } from '../api/types'

/** How sure a name is, from the least to the most, in the words of the screen. */
export const gradeWords: Record<Grade, string> = {
  unplaced: 'not named',
  leaning: 'likely',
  settled: 'well supported',
  confirmed: 'confirmed',
}
