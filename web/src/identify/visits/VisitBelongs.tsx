import { Button, MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import { usePlants } from '../../api/queries'
import type { PlantSheet, PlantVisit } from '../../api/types'
import { day } from '../../kit/format'
import { said } from '../../kit/said'
import { ProblemNote } from '../../kit/ProblemNote'
import { useMoveVisit, useRemoveVisit } from '../naming/partingQueries'
import { ReasonForm } from '../naming/ReasonForm'
import kitCss from '../../kit/kit.module.css'

interface Props {
  sheet: PlantSheet
  visit: PlantVisit
  onDone: () => void
}

/** Deletes a visit, or moves it to the plant it was really made to. */
export function VisitBelongs({ sheet, visit, onDone }: Props) {
  const remove = useRemoveVisit(sheet.plant.id)
  const move = useMoveVisit(sheet.plant.id)
  const plants = usePlants().data?.filter((p) => p.id !== sheet.plant.id) ?? []
  const [deleting, setDeleting] = useState(false)
  if (deleting)
    return (
      <ReasonForm
        does="Delete it"
        means="It goes with all that was recorded on it. It can be brought back below the visits."
        busy={remove.isPending}
        error={remove.error}
        onDo={(reason) =>
          remove.mutate(
            { visit: visit.id, reason, back: false },
            {
              onSuccess: () => {
                said.say({
                  text: `The visit of ${day(visit.date)} was deleted`,
                  undo: () => remove.mutate({ visit: visit.id, reason: '', back: true }),
                })
                onDone()
              },
            },
          )
        }
        onLeave={() => setDeleting(false)}
      />
    )
  return (
    <div className={kitCss.row}>
      <TextField
        select
        size="small"
        label="It was another plant"
        value=""
        disabled={move.isPending}
        sx={{ minWidth: 220 }}
        onChange={(e) => move.mutate({ visit: visit.id, to: e.target.value }, { onSuccess: onDone })}
      >
        {plants.map((p) => (
          <MenuItem key={p.id} value={p.id}>
            {[p.tag, p.name ?? p.description].filter(Boolean).join(' · ')}
          </MenuItem>
        ))}
      </TextField>
      <Button color="secondary" onClick={() => setDeleting(true)}>
        Delete this visit …
      </Button>
      <ProblemNote error={move.error} />
    </div>
  )
}
