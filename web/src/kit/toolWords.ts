import type { Certainty, HarmLevel, LookPurpose, Tool } from '../api/types'

export const toolWords: Record<Tool, string> = {
  eye: 'eye',
  handLens: 'hand lens',
  ruler: 'ruler',
  knife: 'knife',
}

export const harmWords: Record<HarmLevel, string> = {
  look: 'looking only',
  touch: 'touching',
  crush: 'crushing a leaf',
  detach: 'taking a leaf or twig',
  cut: 'cutting',
  uproot: 'digging up',
}

/** Keys that record what is seen of the first suggestion, in the order of its chips. */
export const outcomeKeys = ['Q', 'W', 'E', 'Z', 'X', 'D'] as const

/** How sure a state is that is recorded where Look next asks for it: a second look is one with the doubt in mind. */
export const sureness = (purpose: LookPurpose): Certainty => (purpose === 'again' ? 'checked' : 'sure')
