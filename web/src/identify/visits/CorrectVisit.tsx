import { Button } from '@mui/material'
import { useState } from 'react'
import type { PlantSheet, PlantVisit, VisitContent } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { useCorrectVisit } from '../plant/correctionQueries'
import { VisitFields } from './VisitFields'
import kitCss from '../../kit/kit.module.css'

interface Props {
  sheet: PlantSheet
  visit: PlantVisit
  today: string
  onDone: () => void
}

/** Puts right what is noted of a visit, its day too; what was recorded on it stays with it. */
export function CorrectVisit({ sheet, visit, today, onDone }: Props) {
  const correct = useCorrectVisit(sheet.plant.id)
  const [before] = useState<VisitContent>({
    date: visit.date,
    stage: visit.stage,
    sex: visit.sex,
    parts: visit.parts,
    altered: visit.altered,
    note: visit.note,
  })
  const [after, setAfter] = useState(before)
  return (
    <form
      aria-label={`Correct the visit of ${visit.date}`}
      onSubmit={(e) => {
        e.preventDefault()
        correct.mutate({ visit: visit.id, before, after }, { onSuccess: onDone })
      }}
    >
      <ProblemNote error={correct.error} />
      <VisitFields value={after} today={today} onChange={setAfter} />
      <div className={kitCss.row}>
        <Button type="submit" variant="contained" disabled={correct.isPending}>
          Keep
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  )
}
