import { clsx } from 'clsx'
import { Button } from '@mui/material'
import { useState } from 'react'
import type { LabelView } from '../../api/types'
import { day } from '../../kit/format'
import { Link } from 'react-router'
import { Empty } from '../../kit/Empty'
import { Awaited } from '../../kit/Awaited'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { useLabels } from './paperQueries'
import kitCss from '../../kit/kit.module.css'
import papersCss from './papers.module.css'

const example: LabelView = {
  plant: '',
  survey: 'Name of the survey',
  number: 'RO-12',
  tag: 'TF-031',
  name: 'Acer circinatum',
  author: 'Pursh',
  family: 'Sapindaceae',
  site: 'Name of the site',
  elevationM: 180,
  position: '',
  uncertaintyM: null,
  description: 'Shrub of 3 m under firs',
  planted: false,
  features: ['leaves opposite', 'lobes 7–9'],
  takenOn: '2026-05-14',
  collector: 'R. Ostrow',
  determiner: 'M. Falk',
  determinedOn: '2026-06-02',
  keptAt: 'a herbarium',
  sensitive: false,
}

/** Labels for the specimens of the survey; those ticked are printed. */
export function LabelsPanel() {
  const { data, error } = useLabels()
  const [left, setLeft] = useState<string[]>([])
  if (!data) return error ? <ProblemNote error={error} /> : <Awaited />
  if (data.length === 0)
    return (
      <Empty
        says="No specimen was kept yet. A label for each will stand here. Where the stand bears it and the permit allows it, a specimen is entered at its plant, below the names given."
        example={<Label of={example} />}
      >
        <Button component={Link} to="/identify" variant="contained">
          Go to the plants
        </Button>
      </Empty>
    )
  const chosen = data.filter((l) => !left.includes(l.number))
  return (
    <div className={papersCss.paper}>
      <div className={clsx(kitCss.row, papersCss.row, kitCss.noPrint)}>
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
