import type { QueryClient } from '@tanstack/react-query'
import type { BenchChoices } from './types'

export type FieldKit = BenchChoices['fieldKit']

const slot = 'garten.means'
const usual: FieldKit = { tools: ['handLens', 'ruler', 'knife'], harm: 'cut' }

/** What this person has at hand and may do, as kept in this browser. */
export function keptKit(): FieldKit {
  try {
    return { ...usual, ...(JSON.parse(localStorage.getItem(slot) ?? '{}') as Partial<FieldKit>) }
  } catch {
    return usual
  }
}

/** Keeps what this person has at hand and may do in this browser. */
export const keepKit = (kit: FieldKit) => localStorage.setItem(slot, JSON.stringify(kit))

/** Where the choices made for a plant are kept while it is on the bench. */
export const choicesKey = (plant: string | null) => ['choices', plant]

/** The choices made for a plant, with what the person has at hand; nothing is left out unless someone chose so. */
export const withMeans = (chosen: BenchChoices | null | undefined): BenchChoices => ({
  ...(chosen ?? { leftOut: [], without: [], colonyLeftOut: false }),
  fieldKit: keptKit(),
})

/** The choices kept for a plant. Not for use while drawing: a change of them would not be seen. */
export const choicesOf = (client: QueryClient, plant: string | null) =>
  withMeans(client.getQueryData<BenchChoices>(choicesKey(plant)))
