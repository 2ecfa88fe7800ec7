import { Button } from '@mui/material'
import { useDeletedSites, useRemoveSite } from '../api/queries'
import { some } from './format'
import { ProblemNote } from './ProblemNote'

/** Sites that were deleted, each to be brought back. */
export function DeletedSites({ onBack }: { onBack: (site: string) => void }) {
  const sites = useDeletedSites().data ?? []
  const back = useRemoveSite()
  if (sites.length === 0) return null
  return (
    <details>
      <summary>{some(sites.length, 'site')} deleted</summary>
      <ProblemNote error={back.error} />
      <ul>
        {sites.map((s) => (
          <li key={s.id}>
            {s.name}{' '}
            <Button
              size="small"
              disabled={back.isPending}
              onClick={() => back.mutate({ site: s.id, back: true }, { onSuccess: () => onBack(s.id) })}
            >
              Bring it back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  )
}
