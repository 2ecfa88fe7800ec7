import { Button, TextField } from '@mui/material'
import { useState } from 'react'
import { useHere } from '../api/devices'
import type { GeoPoint } from '../api/types'
import { ProblemNote } from '../shared/ProblemNote'
import { useReadPosition } from './mapQueries'

interface Props {
  label: string
  action: string
  onRead: (at: GeoPoint, typed: string, uncertaintyM: number) => void
}

/** A position typed in any form people write it, or taken from the receiver. */
export function PositionField({ label, action, onRead }: Props) {
  const read = useReadPosition()
  const here = useHere()
  const [text, setText] = useState('')
  const take = () =>
    read.mutate(text, {
      onSuccess: (p) => {
        onRead(p.at, text, p.finenessM)
        setText('')
      },
    })
  return (
    <>
      <div className="row">
        <TextField
          label={label}
          size="small"
          value={text}
          placeholder="45.0021, -123.7040"
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            if (e.key !== 'Enter' || !text.trim()) return
            e.preventDefault()
            take()
          }}
          sx={{ flex: 1, minWidth: 180 }}
        />
        <Button onClick={take} disabled={!text.trim() || read.isPending}>
          {action}
        </Button>
        <Button
          title="Asks a simulated satellite receiver, which walks round the demo reserve."
          disabled={here.isPending}
          onClick={() =>
            here.mutate(undefined, {
              onSuccess: ({ latitude, longitude, uncertaintyM }) =>
                onRead({ latitude, longitude }, '', uncertaintyM),
            })
          }
        >
          Here
        </Button>
      </div>
      <ProblemNote error={read.error ?? here.error} />
    </>
  )
}
