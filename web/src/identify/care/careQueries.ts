import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { answer, api } from '../../api/client'
import { under } from '../../api/command'
import type { Landmark, PlantCare, PlantSheet, PopulationCount, Threat, ThreatContent } from '../../api/types'
import { keys } from '../../api/keys'

const key = (plant: string) => ['care', plant]

/** How a plant is found again and kept, and what changed on it; asked again whenever the plant changes. */
export const useCare = (sheet: PlantSheet) =>
  useQuery({
    queryKey: [...key(sheet.plant.id), sheet.request, sheet.determinations.length],
    placeholderData: (before, query) => (query?.queryKey[1] === sheet.plant.id ? before : undefined),
    queryFn: () =>
      answer(api.GET('/api/plants/{plant}/care', { params: { path: { plant: sheet.plant.id } } })),
  })

/** A change of how a plant is kept. */
function useCareChange<T>(plant: string, change: (body: T) => Promise<PlantCare>) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: change,
    onSuccess: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: key(plant) }),
        client.invalidateQueries({ queryKey: keys.today }),
      ]),
  })
}

export const useSetLandmarks = (plant: string) =>
  useCareChange(plant, (body: { landmarks: Landmark[]; expected: number }) =>
    answer(
      api.PUT('/api/plants/{plant}/landmarks', {
        params: { path: { plant } },
        body,
        headers: under(body),
      }),
    ),
  )

/** Puts a threat down, or changes what is known of one. */
export const useThreat = (plant: string, threat: Threat | null) =>
  useCareChange(plant, (body: ThreatContent) =>
    answer(
      threat === null
        ? api.POST('/api/plants/{plant}/threats', {
            params: { path: { plant } },
            body,
            headers: under(body),
          })
        : api.PUT('/api/threats/{threat}', {
            params: { path: { threat: threat.id } },
            body: { content: body, expected: threat.revision },
            headers: under(body),
          }),
    ),
  )

export const useSetPopulation = (plant: string) =>
  useCareChange(plant, (body: PopulationCount) =>
    answer(
      api.PUT('/api/plants/{plant}/population', { params: { path: { plant } }, body, headers: under(body) }),
    ),
  )
