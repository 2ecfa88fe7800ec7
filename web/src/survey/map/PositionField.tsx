import { clsx } from 'clsx'
import { Button, TextField } from '@mui/material'
import { useState } from 'react'
import { useHere } from '../../api/devices'
import { useSession } from '../../api/queries'
import type { GeoPoint } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { useReadPosition } from './mapQueries'
import { StandStill } from './StandStill'
import kitCss from '../../kit/kit.module.css'
import mapCss from './map.module.css'

interface Props {
  label: string
  action: string
  onRead: (at: GeoPoint, typed: string, uncertaintyM: number) => void
}

/** A position typed in any form people write it, or where one stands by this browser; in the demo a simulated receiver, too. */
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
  const standIns = useSession().data?.standIns
  const find = (of: 'browser' | 'simulated') =>
    here.mutate(of, {
      onSuccess: ({ latitude, longitude, uncertaintyM }) =>
        onRead({ latitude, longitude }, of === 'simulated' ? 'simulated receiver' : '', uncertaintyM),
    })
  return (
    <>
      <div className={clsx(kitCss.row, mapCss.row)}>
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
          title="Asks this browser; it tells how near that is"
          disabled={here.isPending}
          onClick={() => find('browser')}
        >
          Here
        </Button>
        {standIns && (
          <Button
            title="Stands in for a satellite receiver; it walks round the demo reserve"
            disabled={here.isPending}
            onClick={() => find('simulated')}
          >
            Simulated
          </Button>
        )}
        <StandStill onTake={({ at, uncertaintyM }) => onRead(at, '', uncertaintyM)} />
      </div>
      <ProblemNote error={read.error ?? here.error} />
    </>
  )
}
