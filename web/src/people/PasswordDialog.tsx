import { Button, Dialog, DialogActions, DialogContent, DialogTitle, TextField } from '@mui/material'
import { useState } from 'react'
import { ProblemNote } from '../kit/ProblemNote'
import { useChangePassword } from './accessQueries'

/** Changes one's own password. */
export function PasswordDialog({ onClose }: { onClose: () => void }) {
  const change = useChangePassword()
  const [old, setOld] = useState('')
  const [fresh, setFresh] = useState('')
  return (
    <Dialog open onClose={onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault()
          change.mutate({ old, new: fresh }, { onSuccess: onClose })
        }}
      >
        <DialogTitle>Change your password</DialogTitle>
        <DialogContent>
          <ProblemNote error={change.error} />
          <TextField
            autoFocus
            margin="dense"
            label="Password until now"
            type="password"
            autoComplete="current-password"
            helperText="People of the demo have none: leave it empty"
            fullWidth
            value={old}
            onChange={(e) => setOld(e.target.value)}
          />
          <TextField
            margin="dense"
            label="New password"
            type="password"
            autoComplete="new-password"
            helperText="At least 12 characters. You stay signed in here, and are signed out everywhere else."
            fullWidth
            value={fresh}
            onChange={(e) => setFresh(e.target.value)}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={!fresh || change.isPending}>
            Change it
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
