import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import { answer, api, Problem } from './client'
import type { HereView } from './types'

/** Reads a calliper, as its data button would type the number. */
export const useCalliper = () =>
  useMutation({ mutationFn: () => answer(api.POST('/api/devices/calliper')).then((r) => r.typed) })

/** Reads a clinometer pointed at the top or the foot of a tree. */
export const useClinometer = () =>
  useMutation({
    mutationFn: (aim: 'top' | 'foot') =>
      answer(api.POST(`/api/devices/clinometer/${aim}`)).then((r) => r.typed),
  })

const refusals: Record<number, string> = {
  1: 'The browser may not tell where you are. Allow it for this page, or choose the place yourself.',
  2: 'The browser does not know where you are. Go where it sees the sky, or choose the place yourself.',
  3: 'The browser took too long to find where you are. Try again, or choose the place yourself.',
}

/** Where this machine is, by the browser itself. */
const ownPosition = () =>
  new Promise<GeolocationPosition>((resolve, reject) =>
    'geolocation' in navigator
      ? navigator.geolocation.getCurrentPosition(
          resolve,
          (e) => reject(new Problem(refusals[e.code] ?? e.message, 400, 'position', null)),
          { enableHighAccuracy: true, timeout: 15_000, maximumAge: 0 },
        )
      : reject(new Problem(refusals[2] ?? '', 400, 'position', null)),
  )

/** The site nearest to a place. */
export const nearestQuery = (latitude: number, longitude: number) =>
  queryOptions({
    queryKey: ['nearest site', latitude, longitude],
    staleTime: Infinity,
    queryFn: () => answer(api.GET('/api/sites/nearest', { params: { query: { latitude, longitude } } })),
  })

/** Asks where one is: the browser of this machine, or in the demo a simulated receiver that walks round the reserve. */
export function useHere() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: async (of: 'browser' | 'simulated'): Promise<HereView> => {
      if (of === 'simulated') return answer(api.GET('/api/devices/position'))
      const { coords } = await ownPosition()
      const { latitude, longitude, accuracy, altitude } = coords
      return {
        latitude,
        longitude,
        uncertaintyM: accuracy,
        elevationM: altitude,
        words: `${latitude.toFixed(5)}, ${longitude.toFixed(5)}, within ${Math.ceil(accuracy)} m`,
        nearest: await client.fetchQuery(nearestQuery(latitude, longitude)),
      }
    },
  })
}
