import { clsx } from 'clsx'
import { Button, MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import type { PlaceKind, PlaceView } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { kindNames, kinds, leastPoints } from './kinds'
import type { Doing } from './doing'
import { useAddPlace, useSetPlace } from './mapQueries'
import { PositionField } from './PositionField'
import { newId } from '../../api/newId'
import kitCss from '../../kit/kit.module.css'
import mapCss from './map.module.css'

interface Props {
  doing: Extract<Doing, { what: 'draw' }>
  /** The place as it was; undefined for a new one. */
  before: PlaceView | undefined
  onChange: (doing: Doing) => void
  onDone: () => void
}

/** Draws a place by clicks on the map or by positions typed one after another, and names it. */
export function DrawPanel({ doing, before, onChange, onDone }: Props) {
  const add = useAddPlace()
  const set = useSetPlace()
  const [id] = useState(newId)
  const [name, setName] = useState(before?.name ?? '')
  const [note, setNote] = useState(before?.note ?? '')
  const { form, draw } = kinds[doing.kind]
  const missing = leastPoints[form] - doing.points.length
  const save = () => {
    const body = {
      id,
      name,
      kind: doing.kind,
      shape: { form, points: doing.points },
      site: before?.site ?? null,
      note,
    }
    if (before)
      set.mutate({ place: before.id, body: { ...body, expected: before.revision } }, { onSuccess: onDone })
    else add.mutate(body, { onSuccess: onDone })
  }
  return (
    <form
      className={mapCss.mapForm}
      onSubmit={(e) => {
        e.preventDefault()
        save()
      }}
    >
      <h1>{before ? `Draw ${before.name} anew` : 'Draw a place'}</h1>
      <ProblemNote error={add.error ?? set.error} />
      <TextField
        select
        label="What it is"
        size="small"
        value={doing.kind}
        onChange={(e) => {
          const kind = e.target.value as PlaceKind
          onChange({ ...doing, kind, points: kinds[kind].form === form ? doing.points : [] })
        }}
      >
        {kindNames.map((k) => (
          <MenuItem key={k} value={k}>
            {kinds[k].label}
          </MenuItem>
        ))}
      </TextField>
      <p role="status">
        {draw} on the map{form !== 'point' && ', one after another'}, type positions, or take them from the
        receiver. {doing.points.length > 0 && `${doing.points.length} so far. `}
        {missing > 0 && doing.points.length > 0 && `${missing} more at least.`}
      </p>
      <PositionField
        label="Position"
        action="Add"
        onRead={(at) => onChange({ ...doing, points: form === 'point' ? [at] : [...doing.points, at] })}
      />
      <Button
        sx={{ justifySelf: 'start' }}
        disabled={doing.points.length === 0}
        onClick={() => onChange({ ...doing, points: doing.points.slice(0, -1) })}
      >
        Take the last point back
      </Button>
      <TextField label="Name" size="small" value={name} onChange={(e) => setName(e.target.value)} />
      <TextField label="Note" size="small" multiline value={note} onChange={(e) => setNote(e.target.value)} />
      <div className={clsx(kitCss.row, mapCss.row)}>
        <Button
          type="submit"
          variant="contained"
          disabled={missing > 0 || !name.trim() || add.isPending || set.isPending}
        >
          Keep
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  )
}
