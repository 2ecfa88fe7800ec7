import { Button, MenuItem, TextField } from '@mui/material'
import { useRef, useState } from 'react'
import type { FeatureOffer } from '../../api/types'
import { useShortcuts } from '../../kit/useShortcuts'
import keyCss from './key.module.css'

interface Props {
  offers: FeatureOffer[]
  onRecord: (chosen: { offer: FeatureOffer; state: string | null }[]) => void
  onSkip: () => void
}

/**
 * After a lead was chosen: what it says, to be recorded as far as it was truly seen. Nothing is ticked at first: who follows a
 * lead for one of its statements has not seen the others.
 */
export function OfferStrip({ offers, onRecord, onSkip }: Props) {
  const first = useRef<HTMLInputElement>(null)
  const [seen, setSeen] = useState<ReadonlySet<string>>(new Set())
  const [states, setStates] = useState<Record<string, string>>({})
  const state = (o: FeatureOffer) =>
    (o.states.length === 0 ? null : o.states.length === 1 ? o.states[0] : states[o.character]) ?? null
  const ready = offers.filter((o) => seen.has(o.character) && (o.states.length === 0 || state(o) !== null))
  const record = () => onRecord(ready.map((offer) => ({ offer, state: state(offer) })))
  const tick = (character: string, on: boolean) => {
    const next = new Set(seen)
    if (on) next.add(character)
    else next.delete(character)
    setSeen(next)
  }
  // With nothing ticked the same key leads to the first box, which the space bar ticks.
  useShortcuts({ r: ready.length > 0 ? record : () => first.current?.focus(), Escape: onSkip })
  return (
    <div className={keyCss.offers} role="region" aria-label="Record what the choice says">
      <span>Your choice says this. Tick what you saw:</span>
      {offers.map((o, i) => (
        <span key={o.character} className={keyCss.offer}>
          <label>
            <input
              ref={i === 0 ? first : undefined}
              type="checkbox"
              checked={seen.has(o.character)}
              onChange={(e) => tick(o.character, e.target.checked)}
            />{' '}
            {o.label.toLowerCase()}: {o.states.length === 1 ? o.stateLabels[0] : o.rough}
          </label>
          {o.states.length > 1 && (
            <TextField
              select
              variant="standard"
              value={states[o.character] ?? ''}
              onChange={(e) => {
                setStates({ ...states, [o.character]: e.target.value })
                tick(o.character, e.target.value !== '')
              }}
              slotProps={{ select: { displayEmpty: true, inputProps: { 'aria-label': o.label } } }}
            >
              <MenuItem value="">which?</MenuItem>
              {o.states.map((s, at) => (
                <MenuItem key={s} value={s}>
                  {o.stateLabels[at]}
                </MenuItem>
              ))}
            </TextField>
          )}
        </span>
      ))}
      <Button variant="contained" onClick={record} disabled={ready.length === 0}>
        Record what is ticked&nbsp;<kbd>R</kbd>
      </Button>
      <Button color="inherit" onClick={onSkip}>
        Not now&nbsp;<kbd>Esc</kbd>
      </Button>
    </div>
  )
}
