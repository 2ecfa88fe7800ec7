import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { answer, api } from '../../api/client'
import { under } from '../../api/command'
import type { MapView, PlaceInput, PositionInput } from '../../api/types'
import { keys } from '../../api/keys'

export const mapQuery = queryOptions({ queryKey: keys.map, queryFn: () => answer(api.GET('/api/map')) })

export const useMap = () => useQuery(mapQuery)

/** A change that answers with the whole map. */
function useMapChange<T>(mutationFn: (input: T) => Promise<MapView>) {
  const client = useQueryClient()
  return useMutation({ mutationFn, onSuccess: (map) => client.setQueryData(keys.map, map) })
}

export const useAddPlace = () =>
  useMapChange((body: PlaceInput) => answer(api.POST('/api/places', { body, headers: under(body) })))

export const useSetPlace = () =>
  useMapChange(({ place, body }: { place: string; body: PlaceInput }) =>
    answer(api.PUT('/api/places/{place}', { params: { path: { place } }, body, headers: under(body) })),
  )

export const useTakePlaceAway = () =>
  useMapChange((place: string) => answer(api.DELETE('/api/places/{place}', { params: { path: { place } } })))

export const usePutPlaceBack = () =>
  useMapChange((place: string) =>
    answer(api.POST('/api/places/{place}/back', { params: { path: { place } } })),
  )

export const useSayPosition = () =>
  useMapChange(({ plant, body }: { plant: string; body: PositionInput }) =>
    answer(
      api.PUT('/api/plants/{plant}/position', { params: { path: { plant } }, body, headers: under(body) }),
    ),
  )

/** A position as typed, in whatever form people write it. */
export const useReadPosition = () =>
  useMutation({
    mutationFn: (text: string) => answer(api.GET('/api/positions', { params: { query: { text } } })),
  })

/** Reads a file of places; keeps them only when told to. */
export function useBringInPlaces() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ file, keep, request }: { file: File; keep: boolean; request: string }) =>
      answer(
        api.POST('/api/places/file', {
          params: { query: { keep, request } },
          body: file as unknown as string,
          bodySerializer: (body: unknown) => body as File,
          headers: {
            'Content-Type': file.name.endsWith('.gpx') ? 'application/gpx+xml' : 'application/geo+json',
          },
        }),
      ),
    onSuccess: (_, { keep }) => (keep ? client.invalidateQueries({ queryKey: keys.map }) : undefined),
  })
}
