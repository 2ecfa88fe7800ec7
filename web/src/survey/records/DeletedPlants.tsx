import { Button } from '@mui/material'
import { useDeletedPlants, useRemovePlant } from '../../identify/plant/correctionQueries'
import { day } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import kitCss from '../../kit/kit.module.css'

/** Plants that were deleted, each to be brought back. */
export function DeletedPlants() {
  const plants = useDeletedPlants().data ?? []
  const back = useRemovePlant()
  if (plants.length === 0) return null
  return (
    <details>
      <summary>Deleted plants ({plants.length})</summary>
      <ProblemNote error={back.error} />
      <ul>
        {plants.map((p) => (
          <li key={p.id}>
            <b>{p.tag}</b> {p.description}, {p.site}{' '}
            <span className={kitCss.soft}>
              deleted by {p.by} on {day(p.at.slice(0, 10))}
              {p.reason && `: ${p.reason}`}
            </span>{' '}
            <Button
              size="small"
              disabled={back.isPending}
              onClick={() => back.mutate({ plant: p.id, reason: '', back: true })}
            >
              Bring it back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  )
}
