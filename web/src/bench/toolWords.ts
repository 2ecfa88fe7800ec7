import type { HarmLevel, Tool } from '../api/types'

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
