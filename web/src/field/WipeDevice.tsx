import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import { useState } from 'react'
import { answer, api } from '../api/client'
import { some } from '../kit/format'
import { waitingOfAll, wipe } from '../offline/wiping'

interface Props {
  /** What this person has waiting. */
  own: number
  onSave: () => void
}

/** Takes everything of Garten off the device, after it was said what would be lost and offered as a file. */
export function WipeDevice({ own, onSave }: Props) {
  const [all, setAll] = useState<number | null>(null)
  const others = (all ?? 0) - own
  const act = async () => {
    await answer(api.DELETE('/api/session')).catch(() => undefined)
    await wipe()
    window.location.assign('/')
  }
  return (
    <>
      <Button color="inherit" onClick={() => void waitingOfAll().then(setAll, () => setAll(own))}>
        Wipe this device …
      </Button>
      <Dialog open={all !== null} onClose={() => setAll(null)} aria-labelledby="wipe">
        <DialogTitle id="wipe">Wipe this device?</DialogTitle>
        <DialogContent>
          <p>
            Everything of Garten goes from this device: what it kept of the survey, what waits to be sent, and
            Garten itself. You are signed out; without a network that cannot be done, so sign out once it is
            back. The survey on the server stays as it is.
          </p>
          {own > 0 && (
            <p>
              <b>{some(own, 'change')} of yours would be lost.</b> Save them as a file first; it can be
              brought in on another device.
            </p>
          )}
          {others > 0 && (
            <p>
              <b>{some(others, 'change')} of other people would be lost.</b> Let them come in here and send
              theirs first.
            </p>
          )}
        </DialogContent>
        <DialogActions>
          {own > 0 && <Button onClick={onSave}>Save as a file</Button>}
          <Button color="inherit" onClick={() => void act()}>
            Wipe
          </Button>
          <Button onClick={() => setAll(null)} autoFocus>
            Leave it
          </Button>
        </DialogActions>
      </Dialog>
    </>
  )
}
