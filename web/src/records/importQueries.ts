import { useMutation, useQueryClient } from '@tanstack/react-query'
import { answer, api } from '../api/client'
import type { ImportColumn } from '../api/types'

interface Sending {
  file: File
  /** What each column holds; null to have it guessed. */
  columns: (ImportColumn | null)[] | null
  keep: boolean
  signal: AbortSignal
}

/** Sends a table of records: to see what it would change, or to keep it. */
export function useImport() {
  const client = useQueryClient()
  return useMutation({
    retry: false,
    mutationFn: ({ file, columns, keep, signal }: Sending) =>
      answer(
        api.POST('/api/import', {
          params: {
            query: {
              file: file.name,
              keep,
              ...(columns && { columns: columns.map((c) => c ?? '').join(',') }),
            },
          },
          body: file as unknown as string,
          bodySerializer: (body: unknown) => body as File,
          headers: { 'Content-Type': file.name.endsWith('.zip') ? 'application/zip' : 'text/csv' },
          signal,
        }),
      ),
    onSuccess: (_, { keep }) => (keep ? client.invalidateQueries() : undefined),
  })
}
