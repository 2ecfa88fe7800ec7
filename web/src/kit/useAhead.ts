import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { whenQuiet } from './whenQuiet'

type Part = { ahead: () => unknown }

/** Fetches parts of a view that are shown only on a press, once the view itself is at rest. The list must stay the same one. */
export function useAhead(parts: readonly Part[]) {
  const client = useQueryClient()
  useEffect(
    () =>
      whenQuiet(client, () => {
        for (const part of parts) void part.ahead()
      }),
    [client, parts],
  )
}
