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

/** A manner as it is sent with a feature. */
export const inManner = (manner: Manner) => ({
  certainty: manner.certainty,
  source: manner.source,
  exposure: manner.exposure || null,
  position: manner.position || null,
  tool: manner.tool || null,
  altered: manner.altered ? [manner.altered] : null,
})
