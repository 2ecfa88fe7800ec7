import type { ObservationInput } from '../../api/types'

/** A feature to record, with everything left out filled in: a sure look at a part on the plant. */
export const featureInput = (
  input: Partial<ObservationInput> & Pick<ObservationInput, 'finding'>,
): ObservationInput => ({
  states: null,
  parts: null,
  places: null,
  rough: null,
  entry: null,
  hidden: null,
  certainty: 'sure',
  source: 'attached',
  altered: null,
  exposure: null,
  age: null,
  replaces: false,
  position: null,
  tool: null,
  note: null,
  expected: null,
  ...input,
})
