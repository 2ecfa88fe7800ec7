import { useQuery } from '@tanstack/react-query'
import { answer, api } from '../../api/client'

export const useReport = (query: { site?: string; year?: number }) =>
  useQuery({
    queryKey: ['report', query],
    placeholderData: (before) => before,
    staleTime: 0,
    queryFn: () => answer(api.GET('/api/report', { params: { query } })),
  })

export const useLabels = () =>
  useQuery({ queryKey: ['labels'], staleTime: 0, queryFn: () => answer(api.GET('/api/labels')) })

export const useChecklist = (site: string | null, date: string) =>
  useQuery({
    queryKey: ['checklist', site, date],
    enabled: site !== null && date !== '',
    placeholderData: (before) => before,
    queryFn: () => answer(api.GET('/api/checklist', { params: { query: { site: site ?? '', date } } })),
  })
