import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { answer, api } from '../../api/client'
import { under } from '../../api/command'
import type { NameColumn, NameTextInput, RenameInput, SurveyNameInput } from '../../api/types'

const names = ['names']

/** The survey's own list of names: those in words, for plants that no guide lists. */
export const useSurveyNames = () =>
  useQuery({ queryKey: [...names, 'list'], queryFn: () => answer(api.GET('/api/names')) })

/** What words may mean; asked as they are typed. */
export const useNameReading = (text: string) =>
  useQuery({
    queryKey: [...names, 'reading', text],
    enabled: text.trim() !== '',
    placeholderData: (before) => before,
    queryFn: () => answer(api.GET('/api/names/reading', { params: { query: { text } } })),
  })

/** What was said of a name before. */
export const useNameHistory = (name: string) =>
  useQuery({
    queryKey: [...names, 'history', name],
    queryFn: () => answer(api.GET('/api/names/{name}/history', { params: { path: { name } } })),
  })

/** A change of the list. Whatever shows names or sums is asked anew after it. */
function useNameChange<T, A>(change: (input: T) => Promise<A>) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: change,
    onSuccess: () => client.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'guide' }),
  })
}

export const useAddName = () =>
  useNameChange((body: NameTextInput) => answer(api.POST('/api/names', { body, headers: under(body) })))

export const useSetName = (name: string) =>
  useNameChange((body: SurveyNameInput) =>
    answer(api.PUT('/api/names/{name}', { params: { path: { name } }, body, headers: under(body) })),
  )

/** Gives all records of a name another one. */
export const useRenameRecords = (name: string) =>
  useNameChange((body: RenameInput) =>
    answer(api.POST('/api/names/{name}/records', { params: { path: { name } }, body, headers: under(body) })),
  )

/** Takes a name off the list, or puts it back. */
export const useRemoveName = () =>
  useNameChange((change: { name: string; back: boolean }) => {
    const sent = { params: { path: { name: change.name } }, headers: under(change) }
    return answer(
      change.back ? api.POST('/api/names/{name}/back', sent) : api.DELETE('/api/names/{name}', sent),
    )
  })

/** Sends a list of names: to see what it holds, or to keep it. */
export const useBringInNames = () =>
  useNameChange((sent: { file: File; columns: (NameColumn | null)[] | null; keep: boolean }) =>
    answer(
      api.POST('/api/names/checklist', {
        params: {
          query: {
            keep: sent.keep,
            ...(sent.columns && { columns: sent.columns.map((c) => c ?? '').join(',') }),
          },
        },
        body: sent.file as unknown as string,
        bodySerializer: (body: unknown) => body as File,
        headers: { 'Content-Type': 'text/csv', ...under(sent) },
      }),
    ),
  )
