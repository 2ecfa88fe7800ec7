import { Button, Snackbar } from '@mui/material'
import { useSyncExternalStore } from 'react'
import { said } from '../kit/said'

/** How long it stands, in milliseconds: long enough to be read and reached. */
const long = 10_000

/** What was done just now, with a press that takes it back. */
export function SaidBar() {
  const now = useSyncExternalStore(said.watch, said.now)
  return (
    <Snackbar
      open={now !== null}
      message={now?.text}
      autoHideDuration={long}
      onClose={(_, why) => why !== 'clickaway' && said.end()}
      action={
        now?.undo && (
          <Button
            color="inherit"
            onClick={() => {
              now.undo?.()
              said.end()
            }}
          >
            Undo
          </Button>
        )
      }
    />
  )
}
