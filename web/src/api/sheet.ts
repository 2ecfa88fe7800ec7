import type { PlantSheet, SentSheet } from './types'

/** A sheet with the question the core is asked about its plant: what was recorded comes once, and is asked as it was seen. */
export const asked = (sheet: SentSheet): PlantSheet => ({
  ...sheet,
  request: {
    plant: { ...sheet.question, observations: sheet.observations.map((o) => o.seen) },
    choices: null,
  },
})
