import { clsx } from 'clsx'
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, TextField } from '@mui/material'
import { useState } from 'react'
import { Link } from 'react-router'
import type { PictureView, PlantSheet } from '../../api/types'
import { capital, day } from '../../kit/format'
import { said } from '../../kit/said'
import { ProblemNote } from '../../kit/ProblemNote'
import { MarksEditor } from './MarksEditor'
import { PictureFields } from './PictureFields'
import { useCorrectPicture, useRemovePicture } from './pictureQueries'
import { photoFile, shown } from './pictureWords'
import { StandsThere } from './StandsThere'
import kitCss from '../../kit/kit.module.css'
import identifyCss from '../identify.module.css'
import picturesCss from './pictures.module.css'

interface Props {
  sheet: PlantSheet
  view: PictureView
  onClose: () => void
}

/** A picture in large: drawn on, said more of, measured, or taken off the plant. */
export function PictureDialog({ sheet, view, onClose }: Props) {
  const { photo, facts: before } = view.picture
  const [facts, setFacts] = useState(before)
  const [removing, setRemoving] = useState(false)
  const [reason, setReason] = useState('')
  const correct = useCorrectPicture(sheet.plant.id)
  const remove = useRemovePicture(sheet.plant.id)
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="lg">
      <DialogTitle>
        {capital(shown[before.note.organ])} of {sheet.plant.tag}, {day(view.picture.date)}
        <small className={kitCss.soft}> · {view.picture.person}</small>
      </DialogTitle>
      <DialogContent className={picturesCss.pictureDialog}>
        <MarksEditor
          photo={{ src: photoFile(photo.id), name: photo.name, width: photo.width, height: photo.height }}
          marks={facts.note.marks}
          onChange={(marks) => setFacts((now) => ({ ...now, note: { ...now.note, marks } }))}
        />
        <div className={clsx(identifyCss.stack, picturesCss.stack)}>
          <PictureFields sheet={sheet} value={facts} onChange={setFacts} />
          <Link to={`/measure?photo=${photo.id}&plant=${sheet.plant.id}`}>Measure a leaf in it</Link>
          <small className={kitCss.soft}>
            {photo.name}, {photo.width} × {photo.height} pixels
            {photo.taken && `, taken ${day(photo.taken.slice(0, 10))}`}
          </small>
          <StandsThere photo={photo} plant={sheet.plant.id} />
          <ProblemNote error={correct.error ?? remove.error} />
          {removing && (
            <TextField
              autoFocus
              label="Why it is taken off"
              value={reason}
              onChange={(e) => setReason(e.target.value)}
            />
          )}
        </div>
      </DialogContent>
      <DialogActions>
        {removing ? (
          <>
            <Button
              color="secondary"
              disabled={remove.isPending}
              onClick={() =>
                remove.mutate(
                  { photo: photo.id, visit: before.visit, reason, back: false },
                  {
                    onSuccess: () => {
                      said.say({
                        text: 'The picture was taken off',
                        undo: () =>
                          remove.mutate({ photo: photo.id, visit: before.visit, reason: '', back: true }),
                      })
                      onClose()
                    },
                  },
                )
              }
            >
              Take it off
            </Button>
            <Button onClick={() => setRemoving(false)}>Leave it</Button>
          </>
        ) : (
          <Button color="secondary" onClick={() => setRemoving(true)}>
            Take it off the plant …
          </Button>
        )}
        <span style={{ flex: 1 }} />
        <Button onClick={onClose}>Cancel</Button>
        <Button
          variant="contained"
          disabled={correct.isPending}
          onClick={() => correct.mutate({ photo: photo.id, before, after: facts }, { onSuccess: onClose })}
        >
          Keep
        </Button>
      </DialogActions>
    </Dialog>
  )
}
