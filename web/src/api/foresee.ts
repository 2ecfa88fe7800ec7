import type { BenchRequest, ObservationInput, PlantSheet } from './types'

/** A feature about to be recorded, or removed where there is no input. */
interface Change {
  visit: string
  character: string
  input: ObservationInput | null
}

/**
 * The question the bench will be asked once a state is recorded, so that the answer can be worked out while the server
 * still writes it down. Only a guess at what the server will say: where it differs, the answer is simply not used.
 * Numbers are left alone, since only the core reads what was typed.
 */
export function foresee(sheet: PlantSheet, { visit, character, input }: Change): BenchRequest | null {
  const at = sheet.visits.findIndex((v) => v.id === visit)
  const on = sheet.visits[at]
  if (!on || (input && input.finding !== 'states')) return null
  const others = sheet.request.plant.observations.filter(
    (o) => o.visit !== at + 1 || o.character !== character,
  )
  const withObservations = (observations: typeof others): BenchRequest => ({
    ...sheet.request,
    plant: { ...sheet.request.plant, observations },
  })
  if (!input) return withObservations(others)
  const seen: BenchRequest['plant']['observations'][number] = {
    character,
    visit: at + 1,
    date: on.date,
    finding: { kind: 'states', seen: input.states ?? [] },
    certainty: input.certainty,
    source: input.source,
    altered: [...new Set([...(input.altered ?? []), ...on.altered])],
    exposure: input.exposure,
    position: input.position,
    stage: on.stage,
    sex: on.sex,
    tool: input.tool ?? null,
    age: input.age ?? null,
  }
  return withObservations([...others, seen])
}
