import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import type { FeatureChange } from '../../api/queries'
import type { CharacterView, ObservationView } from '../../api/types'

interface Props {
  character: CharacterView | undefined
  message: string
  theirs: ObservationView | null
  mine: FeatureChange
  /** True where nobody else was quicker: what is recorded would take the place of something of another kind. */
  replaces: boolean
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

/** Two people recorded the same feature at once, or one kind of value would replace another: the person decides. */
export function ConflictDialog(props: Props) {
  const { character, message, theirs, mine, replaces, onKeepTheirs, onKeepMine } = props
  if (replaces)
    return (
      <Dialog open onClose={onKeepTheirs}>
        <DialogTitle>{character?.label ?? 'A feature'}</DialogTitle>
        <DialogContent>{message}</DialogContent>
        <DialogActions>
          <Button onClick={onKeepTheirs}>Leave what is there</Button>
          <Button variant="contained" onClick={onKeepMine}>
            Put it in its place
          </Button>
        </DialogActions>
      </Dialog>
    )
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
