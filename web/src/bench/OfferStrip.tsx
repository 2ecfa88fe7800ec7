import { Button, MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import type { FeatureOffer } from '../api/types'
import { useShortcuts } from '../shared/useShortcuts'

interface Props {
  offers: FeatureOffer[]
  onRecord: (chosen: { offer: FeatureOffer; state: string | null }[]) => void
  onSkip: () => void
}

/** After a lead was chosen: its features, ready to be recorded with one key, so that evidence is entered once. */
export function OfferStrip({ offers, onRecord, onSkip }: Props) {
  const [off, setOff] = useState<ReadonlySet<string>>(new Set())
  const [states, setStates] = useState<Record<string, string>>({})
  const state = (o: FeatureOffer) =>
    (o.states.length === 0 ? null : o.states.length === 1 ? o.states[0] : states[o.character]) ?? null
  const ready = offers.filter((o) => !off.has(o.character) && (o.states.length === 0 || state(o) !== null))
  const record = () => onRecord(ready.map((offer) => ({ offer, state: state(offer) })))
  useShortcuts({ r: ready.length > 0 ? record : undefined, Escape: onSkip })
  return (
    <div className="offers" role="region" aria-label="Record what the lead says">
      <span>You chose a lead that says:</span>
      {offers.map((o) => (
        <span key={o.character} className="offer">
          <label>
            <input
              type="checkbox"
              checked={!off.has(o.character)}
              onChange={(e) => {
                const next = new Set(off)
                if (e.target.checked) next.delete(o.character)
                else next.add(o.character)
                setOff(next)
              }}
            />{' '}
            {o.label.toLowerCase()}: {o.states.length === 1 ? o.stateLabels[0] : o.rough}
          </label>
          {o.states.length > 1 && (
            <TextField
              select
              variant="standard"
              value={states[o.character] ?? ''}
              onChange={(e) => setStates({ ...states, [o.character]: e.target.value })}
              slotProps={{ select: { displayEmpty: true, inputProps: { 'aria-label': o.label } } }}
            >
              <MenuItem value="">which?</MenuItem>
              {o.states.map((s, i) => (
                <MenuItem key={s} value={s}>
                  {o.stateLabels[i]}
                </MenuItem>
              ))}
            </TextField>
          )}
        </span>
      ))}
      <Button variant="contained" onClick={record} disabled={ready.length === 0}>
        Seen: record {ready.length === 1 ? 'it' : `these ${ready.length}`}&nbsp;<kbd>R</kbd>
      </Button>
      <Button color="inherit" onClick={onSkip}>
        Not now&nbsp;<kbd>Esc</kbd>
      </Button>
    </div>
  )
}
