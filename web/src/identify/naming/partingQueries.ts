import { useQuery, useQueryClient } from '@tanstack/react-query'
import { answer, api } from '../../api/client'
import { under } from '../../api/command'
import { useSheetChange } from '../../api/queries'

const offKey = (plant: string) => ['plant', plant, 'taken off'] as const

/** What was taken off a plant and can be brought back. */
export const useTakenOff = (plant: string) =>
  useQuery({
    queryKey: offKey(plant),
    queryFn: () => answer(api.GET('/api/plants/{plant}/taken-off', { params: { path: { plant } } })),
  })

/**
 * A change of the sheet after which whatever lists plants, and what was taken off this one, is asked anew; but nothing of another plant
 * that went into this one, which is no more.
 */
function useParting<T>(
  plant: string,
  change: Parameters<typeof useSheetChange<T>>[0],
  gone?: (input: T) => string,
) {
  const client = useQueryClient()
  return useSheetChange<T>(async (input) => {
    const sheet = await change(input)
    void client.invalidateQueries({ queryKey: offKey(plant) })
    void client.invalidateQueries({
      predicate: ({ queryKey: [what, of] }) =>
        what !== 'guide' && what !== 'session' && what !== 'plant' && of !== plant && of !== gone?.(input),
    })
    return sheet
  })
}

/** Withdraws a name, or lets it stand again. */
export const useWithdrawName = (plant: string) =>
  useParting(plant, (change: { name: string; reason: string; back: boolean }) => {
    const sent = { params: { path: { plant, name: change.name } }, headers: under(change) }
    return answer(
      change.back
        ? api.POST('/api/plants/{plant}/determinations/{name}/return', sent)
        : api.POST('/api/plants/{plant}/determinations/{name}/withdrawal', {
            ...sent,
            body: { reason: change.reason },
          }),
    )
  })

/** Deletes a visit, or brings it back. */
export const useRemoveVisit = (plant: string) =>
  useParting(plant, (change: { visit: string; reason: string; back: boolean }) => {
    const sent = { params: { path: { plant, visit: change.visit } }, headers: under(change) }
    return answer(
      change.back
        ? api.POST('/api/plants/{plant}/visits/{visit}/return', sent)
        : api.POST('/api/plants/{plant}/visits/{visit}/removal', {
            ...sent,
            body: { reason: change.reason },
          }),
    )
  })

/** Moves a visit to the plant it was made to. */
export const useMoveVisit = (plant: string) =>
  useParting(plant, (change: { visit: string; to: string }) =>
    answer(
      api.POST('/api/plants/{plant}/visits/{visit}/move', {
        params: { path: { plant, visit: change.visit } },
        body: { to: change.to },
        headers: under(change),
      }),
    ),
  )

/** Says that another plant is this one. */
export const useMergePlants = (plant: string) =>
  useParting(
    plant,
    (change: { other: string; reason: string }) =>
      answer(
        api.POST('/api/plants/{plant}/merge', {
          params: { path: { plant } },
          body: change,
          headers: under(change),
        }),
      ),
    (change) => change.other,
  )
