import type { Alteration, Certainty, EvidenceSource, Exposure, PartPosition, Tool } from '../api/types'

/** The way a feature was seen; holds for everything recorded until it is changed. */
export interface Manner {
  certainty: Certainty
  source: EvidenceSource
  exposure: Exposure | ''
  position: PartPosition | ''
  altered: Alteration | ''
  /** Empty for what the guide asks for. */
  tool: Tool | ''
}
