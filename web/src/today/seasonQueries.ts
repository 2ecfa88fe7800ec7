import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { answer, api } from '../api/client'
import { answerOf } from '../api/longWork'
import { todayQuery } from '../api/queries'
import type { Grade, PlantSheet, TripSettings, TripsView } from '../api/types'
import { keys } from '../api/keys'

/** The grade of a plant and what would raise it; asked again whenever the plant changes. */
export function useGrade(sheet: PlantSheet) {
  const client = useQueryClient()
  return useQuery({
    queryKey: [...keys.grade(sheet.plant.id), sheet.request, sheet.determinations.length],
    placeholderData: (before, query) => (query?.queryKey[1] === sheet.plant.id ? before : undefined),
    queryFn: async () => {
      const grade = await answer(
        api.GET('/api/plants/{plant}/grade', { params: { path: { plant: sheet.plant.id } } }),
      )
      // How the year runs is true of all plants: away from the server the core grades by it.
      client.setQueryData(keys.yearRun, grade.run)
      return grade
    },
  })
}

/** Sets a grade against the computed one, or lets that stand again. */
export function useOverrule(plant: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { grade: Grade | null; reason: string }) =>
      answer(api.POST('/api/plants/{plant}/grade', { params: { path: { plant } }, body })),
    onSuccess: () => client.invalidateQueries({ queryKey: keys.grade(plant) }),
  })
}

export const useToday = () => useQuery(todayQuery)

const weather = ['weather']

export const useWeather = () =>
  useQuery({ queryKey: weather, queryFn: () => answer(api.GET('/api/weather')) })

/** Brings in the days of a weather station from a file, or goes back to the station that is connected. */
export function useSetWeather() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: async (file: File | null) =>
      answer(
        file === null
          ? api.DELETE('/api/weather')
          : api.POST('/api/weather', {
              params: { query: { file: file.name } },
              body: await file.text(),
              bodySerializer: (body) => body,
              headers: { 'Content-Type': 'text/csv' },
            }),
      ),
    onSuccess: () => client.invalidateQueries(),
  })
}

const trips = ['trips']

export const tripsQuery = queryOptions({
  queryKey: trips,
  queryFn: () => answer(api.GET('/api/trips')),
  staleTime: 0,
})

export const useTrips = () => useQuery(tripsQuery)

/** The days of the plan as it was last made; nothing is planned for them. */
export const useTripDays = () =>
  useQuery({ queryKey: [...trips, 'days'], queryFn: () => answer(api.GET('/api/trips/days')), staleTime: 0 })

/** What the plants wait for, told before it is planned. */
export const useTripNeeds = (enabled: boolean) =>
  useQuery({
    queryKey: [...trips, 'needs'],
    queryFn: () => answer(api.GET('/api/trips/needs')),
    staleTime: 0,
    enabled,
  })

/** Changes when one can go, and plans anew. */
export function useSetTrips() {
  const client = useQueryClient()
  return useMutation({
    scope: { id: 'trips' },
    mutationFn: (body: TripSettings) => answer(api.PUT('/api/trips/settings', { body })),
    onSuccess: (plan) => client.setQueryData(trips, plan),
  })
}

/** Seeks fewer trips for as long as that takes; can be stopped, and then the plan stays as it was. */
export function useSeekTrips() {
  const client = useQueryClient()
  const stopper = useRef<AbortController | null>(null)
  const [share, setShare] = useState(0)
  const seeking = useMutation({
    retry: false,
    mutationFn: async () => {
      stopper.current = new AbortController()
      setShare(0)
      const lines = await answer(
        api.POST('/api/trips/seek', {
          headers: { Accept: 'application/x-ndjson' },
          parseAs: 'stream',
          signal: stopper.current.signal,
        }),
      )
      return answerOf<TripsView>(lines as unknown as ReadableStream<Uint8Array>, setShare)
    },
    onSuccess: (plan) => client.setQueryData(trips, plan),
  })
  return { ...seeking, share, stop: () => stopper.current?.abort() }
}

export const useYear = (site: string | null) =>
  useQuery({
    queryKey: ['year', site],
    placeholderData: (before) => before,
    queryFn: () => answer(api.GET('/api/year', { params: { query: site === null ? {} : { site } } })),
  })

/** What shows on a day: on one plant, or on all species at a site or the guide's own place. */
export const useShows = (query: { date?: string; site?: string; plant?: string }) =>
  useQuery({
    queryKey: ['shows', query],
    placeholderData: (before) => before,
    queryFn: () => answer(api.GET('/api/shows', { params: { query } })),
  })
