import { clsx } from 'clsx'
import { Button, TextField } from '@mui/material'
import { useState } from 'react'
import { ProblemNote } from '../../kit/ProblemNote'
import kitCss from '../../kit/kit.module.css'
import namingCss from './naming.module.css'

interface Props {
  /** What is done, as its button says. */
  does: string
  /** What it means, in a sentence. */
  means: string
  needed?: boolean
  busy: boolean
  error: Error | null
  onDo: (reason: string) => void
  onLeave: () => void
}

/** Asks why before something is taken off; nothing of it is lost. */
export function ReasonForm({ does, means, needed = false, busy, error, onDo, onLeave }: Props) {
  const [reason, setReason] = useState('')
  return (
    <form
      className={namingCss.reasonForm}
      aria-label={does}
      onSubmit={(e) => {
        e.preventDefault()
        onDo(reason)
      }}
    >
      <small>{means}</small>
      <ProblemNote error={error} />
      <TextField
        autoFocus
        fullWidth
        label="Why"
        required={needed}
        value={reason}
        onChange={(e) => setReason(e.target.value)}
      />
      <div className={clsx(kitCss.row, namingCss.row)}>
        <Button type="submit" color="secondary" disabled={busy || (needed && reason.trim() === '')}>
          {does}
        </Button>
        <Button onClick={onLeave}>Leave it</Button>
      </div>
    </form>
  )
}
