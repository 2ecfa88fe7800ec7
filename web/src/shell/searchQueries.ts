import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { answer, api } from '../api/client'

const keys = { search: (text: string) => ['search', text] as const }

/** Plants, names, sites, features, words and things to do that a text finds, the best first. */
export const useSearch = (text: string) =>
  useQuery({
    queryKey: keys.search(text),
    enabled: text.trim() !== '',
    placeholderData: keepPreviousData,
    queryFn: () => answer(api.GET('/api/search', { params: { query: { text } } })),
  })
