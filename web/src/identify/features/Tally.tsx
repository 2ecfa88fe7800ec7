import { Alert, Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import { type KeyboardEvent, useState } from 'react'
import type { CharacterView, ObservationView } from '../../api/types'
import kitCss from '../../kit/kit.module.css'
import featuresCss from './features.module.css'

interface Props {
  characters: CharacterView[]
  /** What was counted on this visit before. */
  recorded: ObservationView[]
  /** Records a count; the promise tells whether it was taken. */
  onCounted: (character: string, count: number) => Promise<boolean>
  onClose: () => void
}

interface Counted {
  id: string
  count: number
}

/**
 * Counting several things on one part after another, each with a key of its own: press 1 for every leaflet and 2 for every
 * tooth, Enter when the leaf is done. What was never pressed is not recorded, and every leaf is kept as soon as it is done.
 */
export function Tally({ characters, recorded, onCounted, onClose }: Props) {
  const [counts, setCounts] = useState<Record<string, number>>({})
  const [lost, setLost] = useState<Counted[]>([])
  const nothing = Object.keys(counts).length === 0
  const add = (id: string, by: number) =>
    setCounts((now) => ({ ...now, [id]: Math.max((now[id] ?? 0) + by, 0) }))
  const keep = async (counted: Counted) => {
    if (!(await onCounted(counted.id, counted.count))) setLost((all) => [...all, counted])
  }
  const next = () => {
    for (const [id, count] of Object.entries(counts)) void keep({ id, count })
    setCounts({})
  }
  const onKey = (e: KeyboardEvent) => {
    const counted = characters[Number(/^Digit([1-9])$/.exec(e.code)?.[1] ?? 0) - 1]
    if (counted) add(counted.id, e.shiftKey ? -1 : 1)
    else if (e.key === 'Enter' && !nothing) next()
    else return
    e.preventDefault()
  }
  return (
    <Dialog
      open
      onClose={() => nothing && lost.length === 0 && onClose()}
      fullWidth
      maxWidth="sm"
      onKeyDown={onKey}
    >
      <DialogTitle>Tally</DialogTitle>
      <DialogContent>
        <p className={kitCss.soft}>
          Each has its key: press it once for every part you count, with Shift to take one back. Enter ends
          one leaf, flower or fruit and begins the next.
        </p>
        <ul className={featuresCss.tally}>
          {characters.map((c, i) => {
            const before = recorded.find((o) => o.seen.character === c.id && o.seen.finding.kind === 'sample')
            return (
              <li key={c.id}>
                <button type="button" onClick={() => add(c.id, 1)} aria-label={`One more: ${c.label}`}>
                  <kbd>{i + 1}</kbd> {c.label}
                </button>
                <output aria-label={`${c.label} so far`}>{counts[c.id] ?? '–'}</output>
                <Button
                  color="inherit"
                  disabled={!counts[c.id]}
                  onClick={() => add(c.id, -1)}
                  aria-label={`One less: ${c.label}`}
                >
                  −1
                </Button>
                <small>{before ? `before: ${before.parts.join(', ')}` : ''}</small>
              </li>
            )
          })}
        </ul>
        {lost.length > 0 && (
          <Alert
            severity="error"
            variant="outlined"
            action={
              <Button
                color="inherit"
                onClick={() => {
                  setLost([])
                  for (const counted of lost) void keep(counted)
                }}
              >
                Try again
              </Button>
            }
          >
            Not recorded:{' '}
            {lost
              .map(({ id, count }) => `${characters.find((c) => c.id === id)?.label ?? id} ${count}`)
              .join(', ')}
            .
          </Alert>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={next} variant="contained" disabled={nothing}>
          This one is done (Enter)
        </Button>
        <Button onClick={onClose} disabled={!nothing}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  )
}
