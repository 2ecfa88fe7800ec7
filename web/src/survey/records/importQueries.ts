import { useMutation, useQueryClient } from '@tanstack/react-query'
import { answer, api } from '../../api/client'
import { answerOf } from '../../api/longWork'
import type { ImportColumn, ImportView } from '../../api/types'

interface Sending {
  file: File
  /** What each column holds; null to have it guessed. */
  columns: (ImportColumn | null)[] | null
  keep: boolean
  /** True to keep names that no list has as names in words. */
  inWords: boolean
  signal: AbortSignal
  /** Told what share is done, from 0 to 1. */
  onShare: (share: number) => void
}

/** Sends a table of records: to see what it would change, or to keep it. */
export function useImport() {
  const client = useQueryClient()
  return useMutation({
    retry: false,
    mutationFn: async ({ file, columns, keep, inWords, signal, onShare }: Sending) => {
      const lines = await answer(
        api.POST('/api/import', {
          params: {
            query: {
              file: file.name,
              keep,
              ...(inWords && { inWords }),
              ...(columns && { columns: columns.map((c) => c ?? '').join(',') }),
            },
          },
          body: file as unknown as string,
          bodySerializer: (body: unknown) => body as File,
          headers: {
            'Content-Type': file.name.endsWith('.zip') ? 'application/zip' : 'text/csv',
            Accept: 'application/x-ndjson',
          },
          parseAs: 'stream',
          signal,
        }),
      )
      return answerOf<ImportView>(lines as ReadableStream<Uint8Array>, onShare)
    },
    onSuccess: (_, { keep }) => (keep ? client.invalidateQueries() : undefined),
  })
}
