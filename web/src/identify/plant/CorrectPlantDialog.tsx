import { Button, Dialog, DialogActions, DialogContent, DialogTitle, TextField } from '@mui/material'
import { useState } from 'react'
import type { PlantSheet } from '../../api/types'
import { ChangesList } from '../../kit/ChangesList'
import { said } from '../../kit/said'
import { ProblemNote } from '../../kit/ProblemNote'
import { SiteField } from '../../kit/SiteField'
import { useCorrectPlant, useCorrections, useRemovePlant } from './correctionQueries'
import { OriginField } from './OriginField'
import kitCss from '../../kit/kit.module.css'
import identifyCss from '../identify.module.css'

interface Props {
  sheet: PlantSheet
  onClose: () => void
  onDeleted: () => void
}

/** Puts right what is said of a plant, with what was put right before; or deletes it. */
export function CorrectPlantDialog({ sheet, onClose, onDeleted }: Props) {
  const correct = useCorrectPlant(sheet.plant.id)
  const remove = useRemovePlant()
  const history = useCorrections(sheet.plant.id).data
  const [before] = useState({
    tag: sheet.plant.tag,
    site: sheet.plant.site.id,
    description: sheet.plant.description,
    origin: sheet.plant.origin,
  })
  const [after, setAfter] = useState(before)
  const [deleting, setDeleting] = useState(false)
  const [reason, setReason] = useState('')
  const change = (part: Partial<typeof after>) => setAfter({ ...after, ...part })
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          if (deleting)
            remove.mutate(
              { plant: sheet.plant.id, reason, back: false },
              {
                onSuccess: () => {
                  said.say({
                    text: `${before.tag} was deleted`,
                    undo: () => remove.mutate({ plant: sheet.plant.id, reason: '', back: true }),
                  })
                  onDeleted()
                },
              },
            )
          else correct.mutate({ before, after }, { onSuccess: onClose })
        }}
      >
        <DialogTitle>{deleting ? `Delete ${before.tag}` : `Correct ${before.tag}`}</DialogTitle>
        <DialogContent>
          <ProblemNote error={correct.error ?? remove.error} />
          {deleting ? (
            <>
              <p>
                It goes from all lists, sums and files, with its {sheet.visits.length} visits and{' '}
                {sheet.observations.length} features. Nothing is lost: it can be brought back from Records,
                Plants.
              </p>
              <TextField
                autoFocus
                fullWidth
                label="Why"
                value={reason}
                onChange={(e) => setReason(e.target.value)}
              />
            </>
          ) : (
            <div className={identifyCss.stack}>
              <div className={kitCss.row}>
                <TextField
                  label="Tag"
                  value={after.tag}
                  onChange={(e) => change({ tag: e.target.value })}
                  sx={{ width: 130 }}
                />
                <SiteField value={after.site} onChange={(site) => site && change({ site })} />
                <OriginField value={after.origin} onChange={(origin) => change({ origin })} />
              </div>
              <TextField
                fullWidth
                label="What it looks like, and where it stands"
                value={after.description}
                onChange={(e) => change({ description: e.target.value })}
              />
              <p className={kitCss.soft}>
                A wrong day is put right at its visit, and a visit made to another plant is moved there. A
                wrong name is withdrawn at the name, or followed by another.
              </p>
            </div>
          )}
          {!deleting && history && history.length > 0 && (
            <details open>
              <summary>Put right before</summary>
              <ChangesList changes={history} />
            </details>
          )}
        </DialogContent>
        <DialogActions>
          {!deleting && (
            <Button color="secondary" onClick={() => setDeleting(true)}>
              Delete this plant …
            </Button>
          )}
          <span style={{ flex: 1 }} />
          <Button onClick={deleting ? () => setDeleting(false) : onClose}>
            {deleting ? 'Leave it' : 'Cancel'}
          </Button>
          <Button type="submit" variant="contained" disabled={correct.isPending || remove.isPending}>
            {deleting ? 'Delete it' : 'Keep'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
