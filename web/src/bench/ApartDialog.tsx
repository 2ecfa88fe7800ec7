import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import { useState } from 'react'
import { useApart } from '../api/queries'
import type { GuideView, Organ, PlantSheet, Separation } from '../api/types'
import { ProblemNote } from '../shared/ProblemNote'
import { TaxonPicker } from '../shared/TaxonPicker'
import { TaxonText } from '../shared/TaxonText'
import { sheetRevision } from './sheetRevision'

interface Props {
  sheet: PlantSheet
  guide: GuideView
  taxa: string[]
  onClose: () => void
  onRecord: (organ: Organ) => void
}

const mostNames = 6

/** What tells two or more names apart: the best character first, shares and ranges drawn on one axis. */
export function ApartDialog({ sheet, guide, taxa: first, onClose, onRecord }: Props) {
  const [taxa, setTaxa] = useState(first)
  const { data, error } = useApart(sheet.plant.id, taxa, sheetRevision(sheet))
  const name = (id: string) => guide.taxa.find((t) => t.name.id === id)?.name.name ?? id
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md" aria-labelledby="apart-title">
      <DialogTitle id="apart-title">Tell apart</DialogTitle>
      <DialogContent>
        <div className="row">
          {taxa.map((t) => (
            <button
              key={t}
              type="button"
              className="part"
              aria-label={`${name(t)}: take it out`}
              onClick={() => setTaxa(taxa.filter((x) => x !== t))}
            >
              <TaxonText name={name(t)} /> ×
            </button>
          ))}
          {taxa.length < mostNames && (
            <div className="apart-add">
              <TaxonPicker
                key={taxa.join()}
                taxa={guide.taxa.filter((t) => t.name.rank !== 'family' && !taxa.includes(t.name.id))}
                label="Add a name"
                onPick={(t) => t && setTaxa([...taxa, t])}
              />
            </div>
          )}
        </div>
        <ProblemNote error={error} />
        {taxa.length < 2 && <p className="soft">Add a second name to compare with.</p>}
        {taxa.length >= 2 &&
          data?.slice(0, 14).map((s) => (
            <section key={s.character} className="apart">
              <h3>
                {s.label}{' '}
                <small>
                  {Math.round(s.apart * 100)} % apart
                  {s.parts && s.parts > 1 && ` · measure ${s.parts} to be sure`}
                  {s.own && ` · recorded: ${s.own}`}
                </small>
                {!s.own && (
                  <Button size="small" onClick={() => onRecord(s.organ)}>
                    Look
                  </Button>
                )}
              </h3>
              <Sides separation={s} />
            </section>
          ))}
        {taxa.length >= 2 && data?.length === 0 && <p>The guide knows no feature that parts these names.</p>}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose} autoFocus>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  )
}

function Sides({ separation: s }: { separation: Separation }) {
  const numbers = s.sides.flatMap((x) => [x.least, x.low, x.high, x.most]).filter((v) => v !== null)
  const top = Math.max(...numbers, s.ownMean ?? 0)
  // A pattern for each state that any of the names shows, so that two states never look alike.
  const shown = s.stateLabels
    .map((_, i) => i)
    .filter((i) => s.sides.some((side) => (side.states[i] ?? 0) > 0))
  return (
    <>
      {s.sides.map((side) => (
        <div key={side.taxon.id} className="apart-side">
          <TaxonText name={side.taxon.name} />
          {side.states.length > 0 || side.said === '' ? (
            <span className="shares" aria-hidden="true">
              {shown.map((state, pattern) => (
                <span
                  key={state}
                  className={`share-${pattern % 6}`}
                  style={{ width: `${(side.states[state] ?? 0) * 100}%` }}
                />
              ))}
            </span>
          ) : (
            <Axis
              least={side.least}
              low={side.low}
              high={side.high}
              most={side.most}
              own={s.ownMean}
              top={top}
            />
          )}
          <span className="soft">{side.said || 'the guide says nothing'}</span>
        </div>
      ))}
    </>
  )
}

interface AxisProps {
  least: number | null
  low: number | null
  high: number | null
  most: number | null
  own: number | null
  top: number
}

/** A range on an axis from 0: usual part filled, extremes as a line, the plant's own mean as a mark. */
function Axis({ least, low, high, most, own, top }: AxisProps) {
  const x = (v: number) => (v / top) * 196 + 2
  const from = low ?? 0
  const to = high ?? top
  return (
    <svg viewBox="0 0 200 14" className="axis" aria-hidden="true">
      <path d={`M${x(least ?? from)} 7H${x(most ?? to)}`} stroke="var(--ink)" />
      <rect
        x={x(from)}
        y="2"
        width={Math.max(x(to) - x(from), 2)}
        height="10"
        fill="var(--fern)"
        stroke="var(--moss)"
      />
      {own !== null && <path d={`M${x(own)} 0V14`} stroke="var(--rust)" strokeWidth="2.5" />}
    </svg>
  )
}
