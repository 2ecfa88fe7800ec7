import { Button } from '@mui/material'
import { day, some } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { useDeletedCounts, useRemoveCount } from './countQueries'
import { protocols } from './protocols'

/** Counts that were deleted, each to be brought back with its lines. */
export function DeletedCounts() {
  const counts = useDeletedCounts().data ?? []
  const back = useRemoveCount()
  if (counts.length === 0) return null
  return (
    <details>
      <summary>{some(counts.length, 'count')} deleted</summary>
      <ProblemNote error={back.error} />
      <ul>
        {counts.map((c) => (
          <li key={c.id}>
            <b>{c.site}</b> {day(c.date)}
            <small>
              {protocols[c.protocol].label}, {c.recorder}
            </small>
            <Button
              size="small"
              disabled={back.isPending}
              onClick={() => back.mutate({ sheet: c.id, back: true })}
            >
              Bring it back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  )
}
