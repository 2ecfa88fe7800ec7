import { clsx } from 'clsx'
import { Button } from '@mui/material'
import { useState } from 'react'
import type { LabelView } from '../../api/types'
import { day } from '../../kit/format'
import { Awaited } from '../../kit/Awaited'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { useLabels } from './paperQueries'
import kitCss from '../../kit/kit.module.css'
import papersCss from './papers.module.css'

/** Labels for the specimens of the survey; those ticked are printed. */
export function LabelsPanel() {
  const { data, error } = useLabels()
  const [left, setLeft] = useState<string[]>([])
  if (!data) return error ? <ProblemNote error={error} /> : <Awaited />
  if (data.length === 0)
    return <p>No specimen was kept yet. One is entered on the bench, below the names of its plant.</p>
  const chosen = data.filter((l) => !left.includes(l.number))
  return (
    <div className={papersCss.paper}>
      <div className={clsx(papersCss.row, kitCss.noPrint)}>
        <span role="status">
          {chosen.length} of {data.length} {data.length === 1 ? 'label' : 'labels'}
        </span>
        <Button variant="contained" disabled={chosen.length === 0} onClick={() => window.print()}>
          Print the labels
        </Button>
      </div>
      <div className={papersCss.labels}>
        {data.map((l) => {
          const on = !left.includes(l.number)
          return (
            <div key={l.number} className={on ? undefined : `${kitCss.noPrint} ${papersCss.labelLeft}`}>
              <label className={kitCss.noPrint}>
                <input
                  type="checkbox"
                  checked={on}
                  onChange={() => setLeft(on ? [...left, l.number] : left.filter((n) => n !== l.number))}
                />{' '}
                print {l.number}
              </label>
              <Label of={l} />
            </div>
          )
        })}
      </div>
    </div>
  )
}

const Label = ({ of }: { of: LabelView }) => (
  <article className={papersCss.label} aria-label={`Label ${of.number}`}>
    <header>
      <b>{of.survey}</b>
      <b>{of.number}</b>
    </header>
    <div className={papersCss.labelName}>
      {of.name ? <TaxonText name={of.name} /> : 'not named yet'} <small>{of.author}</small>
      {of.family && <div>{of.family}</div>}
    </div>
    <p>
      {of.site}
      {of.elevationM !== null && `, ${of.elevationM} m`}
      {of.position && `. ${of.position}`}
      {of.uncertaintyM !== null && ` ± ${of.uncertaintyM} m`}.
    </p>
    <p>
      {of.description}
      {of.planted && ' (planted)'}.{of.features.length > 0 && ` ${of.features.join('; ')}.`}
    </p>
    <p>
      Plant {of.tag}. Taken {day(of.takenOn)} by {of.collector}.
      {of.determiner && ` Named by ${of.determiner}${of.determinedOn ? `, ${day(of.determinedOn)}` : ''}.`}
    </p>
    {of.keptAt && <p>Kept at {of.keptAt}.</p>}
    {of.sensitive && (
      <p className={papersCss.labelSensitive}>Sensitive species: this place is not to be handed on.</p>
    )}
  </article>
)
