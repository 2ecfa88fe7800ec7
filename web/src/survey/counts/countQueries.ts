import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { answer, api } from '../../api/client'
import { under, underOf } from '../../api/command'
import type { CountInput, CountView, LineInput, Protocol, SheetChange, SheetLine } from '../../api/types'
import { keys } from '../../api/keys'
import { goOnCounting } from '../../api/waitingCounts'
import { tellHeard } from '../../offline/keptAnswers'

const { counts } = keys

/** Counts, the latest first, page by page as far as they were asked for. */
export const useCounts = (site: string | null) =>
  useInfiniteQuery({
    queryKey: [...counts, 'list', site],
    initialPageParam: {} as { beforeDay?: string; beforeId?: string },
    queryFn: ({ pageParam }) =>
      answer(api.GET('/api/counts', { params: { query: { site: site ?? undefined, ...pageParam } } })),
    getNextPageParam: (page) => {
      const last = page.sheets.at(-1)
      return page.more && last ? { beforeDay: last.content.date, beforeId: last.id } : undefined
    },
  })

/** Counts that were deleted. */
export const useDeletedCounts = () =>
  useQuery({ queryKey: [...counts, 'deleted'], queryFn: () => answer(api.GET('/api/deleted-counts')) })

/** Deletes a count with its lines, or brings it back. */
export function useRemoveCount() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (change: { sheet: string; back: boolean }) => {
      const sent = { params: { path: { id: change.sheet } }, headers: under(change) }
      return answer(
        change.back ? api.POST('/api/counts/{id}/return', sent) : api.POST('/api/counts/{id}/removal', sent),
      )
    },
    // The count that went is not asked for again: it would only say that it is not there.
    onSuccess: (_, change) =>
      client.invalidateQueries({ predicate: ({ queryKey }) => !queryKey.includes(change.sheet) }),
  })
}

/** Years in which something was counted, the first first. */
export const useCountYears = () =>
  useQuery({ queryKey: [...counts, 'years'], queryFn: () => answer(api.GET('/api/counts/years')) })

export const useCount = (sheet: string) =>
  useQuery({
    queryKey: [...counts, sheet],
    queryFn: () => answer(api.GET('/api/counts/{sheet}', { params: { path: { sheet } } })),
  })

/** What watches saw at the site of one of them, in its year. */
export const useWatched = (sheet: string) =>
  useQuery({
    queryKey: [...counts, sheet, 'watched'],
    queryFn: () => answer(api.GET('/api/counts/{sheet}/watched', { params: { path: { sheet } } })),
  })

/** What a typed line would be taken for; asked as it is typed. */
export const useReading = (sheet: string, text: string) =>
  useQuery({
    queryKey: ['reading', sheet, text],
    enabled: text.trim() !== '',
    placeholderData: (before) => before,
    staleTime: Infinity,
    queryFn: () =>
      answer(api.GET('/api/counts/{sheet}/reading', { params: { path: { sheet }, query: { text } } })),
  })

function useCountChange<T>(change: (input: T) => Promise<CountView>) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (input: T) =>
      change(input).then(
        (view) => {
          tellHeard([...counts, view.sheet.id], true)
          return view
        },
        (fault: unknown) => goOnCounting(client, fault),
      ),
    // One after another, so that the sheet shown last is the one that holds them all.
    scope: { id: 'counts' },
    onSuccess: (view) => {
      client.setQueryData([...counts, view.sheet.id], view)
      void client.invalidateQueries({ queryKey: [...counts, view.sheet.id, 'watched'] })
      void client.invalidateQueries({ queryKey: [...counts, 'list'] })
      void client.invalidateQueries({ queryKey: [...counts, 'years'] })
      void client.invalidateQueries({ queryKey: keys.finds })
      void client.invalidateQueries({ queryKey: keys.statistics })
    },
  })
}

export const useBeginCount = () =>
  useCountChange((body: CountInput) => answer(api.POST('/api/counts', { body, headers: under(body) })))

export const useSetCount = (sheet: string) =>
  useCountChange((body: SheetChange) =>
    answer(api.PUT('/api/counts/{sheet}', { params: { path: { sheet } }, body, headers: under(body) })),
  )

export const useEnterLine = (sheet: string) =>
  useCountChange((body: LineInput) =>
    answer(
      api.POST('/api/counts/{sheet}/lines', { params: { path: { sheet } }, body, headers: under(body) }),
    ),
  )

export const useSetLine = (sheet: string) =>
  useCountChange((line: SheetLine) =>
    answer(
      api.PUT('/api/count-lines/{line}', {
        params: { path: { line: line.id } },
        body: { amount: line.amount, origin: line.origin, note: line.note, expected: line.revision ?? 0 },
        headers: underOf(line, sheet),
      }),
    ),
  )

/** Counts one more under a number of its own: taps that follow each other quickly are all counted, one sent again is not. */
export const useOneMore = (sheet: string) =>
  useCountChange((tap: { line: string }) =>
    answer(
      api.POST('/api/count-lines/{line}/one-more', {
        params: { path: { line: tap.line } },
        headers: underOf(tap, sheet),
      }),
    ),
  )

/** Takes a line away, or puts it back. */
export const useTakeAway = (sheet: string) =>
  useCountChange((change: { line: string; back: boolean }) => {
    const sent = { params: { path: { line: change.line } }, headers: underOf(change, sheet) }
    return answer(
      change.back
        ? api.POST('/api/count-lines/{line}/back', sent)
        : api.DELETE('/api/count-lines/{line}', sent),
    )
  })

export const useStatistics = (query: { site?: string; protocol?: Protocol; year?: number }) =>
  useQuery({
    queryKey: [...keys.statistics, query],
    placeholderData: (before) => before,
    queryFn: () => answer(api.GET('/api/statistics', { params: { query } })),
  })

/** Species of the survey not seen at a site, and how much that says. */
export const useNotSeen = (site: string) =>
  useQuery({
    queryKey: [...keys.statistics, 'not seen', site],
    queryFn: () => answer(api.GET('/api/statistics/not-seen', { params: { query: { site } } })),
  })

/** At how many sites species were seen in one year and in another. */
export const useChanges = (before: number, after: number) =>
  useQuery({
    queryKey: [...keys.statistics, 'changes', before, after],
    placeholderData: (shown) => shown,
    queryFn: () => answer(api.GET('/api/statistics/changes', { params: { query: { before, after } } })),
  })
