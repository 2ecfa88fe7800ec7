import { useState } from 'react'
import type { BenchChoices, HarmLevel, Tool } from '../api/types'

export type Means = BenchChoices['means']

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
export const prospectKeys = ['Q', 'W', 'E', 'Z', 'X', 'D'] as const

const slot = 'garten.means'
const usual: Means = { tools: ['handLens', 'ruler', 'knife'], harm: 'cut' }

function kept(): Means {
  try {
    return { ...usual, ...(JSON.parse(localStorage.getItem(slot) ?? '{}') as Partial<Means>) }
  } catch {
    return usual
  }
}

/** What this person has at hand and may do; kept in this browser. */
export function useMeans() {
  const [means, setMeans] = useState(kept)
  return [
    means,
    (now: Means) => {
      localStorage.setItem(slot, JSON.stringify(now))
      setMeans(now)
    },
  ] as const
}
