import type { PlantSheet } from '../api/types'

/** Changes whenever something that an account is held against changes. */
export const sheetRevision = (sheet: PlantSheet) =>
  [
    ...sheet.observations.map((o) => o.revision),
    ...sheet.visits.map((v) => `v${v.id}${v.parts.join('')}${v.stage ?? ''}`),
  ].join(' ')
