import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { answer, api } from '../../api/client'
import { keys } from '../../api/keys'

/** Which finds; what is left out does not restrict. */
export interface FindFilter {
  site?: string
  taxon?: string
  person?: string
  from?: string
  to?: string
  text?: string
}

/** The part of the earth a map shows. */
export interface MapWindow {
  south: number
  west: number
  north: number
  east: number
  zoom: number
}

/** A page of finds, beginning after the find a page ended with. */
export const useFinds = (filter: FindFilter, oldest: boolean, after: string | undefined, take: number) =>
  useQuery({
    queryKey: [...keys.finds, filter, oldest, after, take],
    placeholderData: keepPreviousData,
    queryFn: () => answer(api.GET('/api/finds', { params: { query: { ...filter, oldest, after, take } } })),
  })

export const useFindSummary = (filter: FindFilter) =>
  useQuery({
    queryKey: [...keys.finds, 'summary', filter],
    placeholderData: keepPreviousData,
    queryFn: () => answer(api.GET('/api/finds/summary', { params: { query: filter } })),
  })

export const useFindMap = (filter: FindFilter, window: MapWindow | null) =>
  useQuery({
    queryKey: [...keys.finds, 'map', filter, window],
    enabled: window !== null,
    placeholderData: keepPreviousData,
    queryFn: () => answer(api.GET('/api/finds/map', { params: { query: { ...filter, ...window } } })),
  })

export const useBaseMap = () =>
  useQuery({
    queryKey: [...keys.map, 'base'],
    staleTime: Infinity,
    queryFn: () => answer(api.GET('/api/map/base')),
  })
