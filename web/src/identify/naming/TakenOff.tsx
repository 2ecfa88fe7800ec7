import { clsx } from 'clsx'
import { Button } from '@mui/material'
import type { PlantSheet } from '../../api/types'
import { day, some } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { useRemoveVisit, useTakenOff, useWithdrawName } from './partingQueries'
import kitCss from '../../kit/kit.module.css'
import namingCss from './naming.module.css'

/** Names that were withdrawn, with the reason; each can stand again. */
export function WithdrawnNames({ sheet }: { sheet: PlantSheet }) {
  const names = useTakenOff(sheet.plant.id).data?.names ?? []
  const withdraw = useWithdrawName(sheet.plant.id)
  if (names.length === 0) return null
  return (
    <details className={namingCss.takenOff}>
      <summary>{some(names.length, 'name')} withdrawn</summary>
      {names.map((n) => (
        <p key={n.id}>
          <TaxonText name={n.fullName} />
          <small>
            {n.person}, {day(n.date)} · withdrawn by {n.by}, {day(n.at.slice(0, 10))}: {n.reason}
          </small>
          <Button
            size="small"
            disabled={withdraw.isPending}
            onClick={() => withdraw.mutate({ name: n.id, reason: '', back: true })}
          >
            Let it stand again
          </Button>
        </p>
      ))}
      <ProblemNote error={withdraw.error} />
    </details>
  )
}

/** Visits that were deleted; each can be brought back with all that was recorded on it. */
export function DeletedVisits({ sheet }: { sheet: PlantSheet }) {
  const visits = useTakenOff(sheet.plant.id).data?.visits ?? []
  const remove = useRemoveVisit(sheet.plant.id)
  if (visits.length === 0) return null
  return (
    <details className={clsx(namingCss.takenOff, kitCss.noPrint)}>
      <summary>{some(visits.length, 'visit')} deleted</summary>
      {visits.map((v) => (
        <p key={v.id}>
          {day(v.date)}, {v.recorder}, {some(v.features, 'feature')}{' '}
          <Button
            size="small"
            disabled={remove.isPending}
            onClick={() => remove.mutate({ visit: v.id, reason: '', back: true })}
          >
            Bring it back
          </Button>
        </p>
      ))}
      <ProblemNote error={remove.error} />
    </details>
  )
}
