import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import type { FeatureChange } from '../api/queries'
import type { CharacterView, ObservationView } from '../api/types'

interface Props {
  character: CharacterView | undefined
  message: string
  theirs: ObservationView | null
  mine: FeatureChange
  onKeepTheirs: () => void
  onKeepMine: () => void
}

function said(input: FeatureChange['input'], character: CharacterView | undefined) {
  if (!input) return 'nothing (removed)'
  const states = (input.states ?? []).map((s) => character?.states.find((x) => x.id === s)?.label ?? s)
  return (
    [...states, ...(input.parts ?? []), input.entry, input.rough, input.hidden && 'cannot be seen']
      .filter(Boolean)
      .join(', ') || 'not there'
  )
}

/** Two people recorded the same feature at once: both are shown, and the second decides. */
export function ConflictDialog({ character, message, theirs, mine, onKeepTheirs, onKeepMine }: Props) {
  return (
    <Dialog open onClose={onKeepTheirs}>
      <DialogTitle>{character?.label ?? 'A feature'} was changed</DialogTitle>
      <DialogContent>
        <p>{message}</p>
        <p>
          <b>Theirs:</b> {theirs ? `${theirs.summary} (${theirs.recorder})` : 'nothing (removed)'}
        </p>
        <p>
          <b>Yours:</b> {said(mine.input, character)}
        </p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onKeepTheirs}>Keep theirs</Button>
        <Button variant="contained" onClick={onKeepMine}>
          Record mine
        </Button>
      </DialogActions>
    </Dialog>
  )
}
