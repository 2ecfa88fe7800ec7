import type {
  Alteration,
  Certainty,
  EvidenceSource,
  Exposure,
  PartAge,
  PartPosition,
  Tool,
} from '../../api/types'

/** The way a feature was seen; holds for everything recorded until it is changed. */
export interface Manner {
  certainty: Certainty
  source: EvidenceSource
  exposure: Exposure | ''
  position: PartPosition | ''
  age: PartAge | ''
  altered: Alteration | ''
  /** Empty for what the guide asks for. */
  tool: Tool | ''
}

/** How old the part was, in words. */
export const ageWords: Record<PartAge, string> = {
  first: 'just unfolding',
  mature: 'fully grown',
  withering: 'going over',
  thisYear: 'on this year’s wood',
  old: 'on old wood',
}

/** A manner as it is sent with a feature. */
export const inManner = (manner: Manner) => ({
  certainty: manner.certainty,
  source: manner.source,
  exposure: manner.exposure || null,
  position: manner.position || null,
  age: manner.age || null,
  tool: manner.tool || null,
  altered: manner.altered ? [manner.altered] : null,
})
