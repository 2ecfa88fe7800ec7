import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { answer, api } from '../../api/client'
import { under } from '../../api/command'
import { useSheetChange } from '../../api/queries'
import type { PlantCorrection, VisitCorrection } from '../../api/types'
import { keys } from '../../api/keys'

const deleted = ['deletedPlants']

/** Puts right what is said of a plant. */
export const useCorrectPlant = (plant: string) =>
  useSheetChange((body: PlantCorrection) =>
    answer(api.PUT('/api/plants/{plant}', { params: { path: { plant } }, body, headers: under(body) })),
  )

/** Puts right what is noted of a visit. */
export const useCorrectVisit = (plant: string) =>
  useSheetChange((change: VisitCorrection & { visit: string }) =>
    answer(
      api.PUT('/api/plants/{plant}/visits/{visit}', {
        params: { path: { plant, visit: change.visit } },
        body: { before: change.before, after: change.after },
        headers: under(change),
      }),
    ),
  )

/** What was put right of a plant, the latest first. */
export const useCorrections = (plant: string) =>
  useQuery({
    queryKey: [...keys.plant(plant), 'corrections'],
    staleTime: 0,
    queryFn: () => answer(api.GET('/api/plants/{plant}/corrections', { params: { path: { plant } } })),
  })

/** Plants that were deleted, the latest first. */
export const useDeletedPlants = () =>
  useQuery({ queryKey: deleted, queryFn: () => answer(api.GET('/api/deleted-plants')) })

/** Deletes a plant, or brings it back. Whatever lists plants is asked anew. */
export function useRemovePlant() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (change: { plant: string; reason: string; back: boolean }) => {
      const sent = { params: { path: { plant: change.plant } }, headers: under(change) }
      return answer(
        change.back
          ? api.POST('/api/plants/{plant}/return', sent)
          : api.POST('/api/plants/{plant}/removal', { ...sent, body: { reason: change.reason } }),
      )
    },
    onSuccess: (list, change) => {
      client.setQueryData(deleted, list)
      // The page of what was deleted stands until it is left: asked anew it would only say that nothing is there.
      void client.invalidateQueries({
        predicate: ({ queryKey: [what, of] }) =>
          what !== 'guide' && what !== deleted[0] && (change.back || of !== change.plant),
      })
    },
  })
}
