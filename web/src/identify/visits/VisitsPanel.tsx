import { Button } from '@mui/material'
import { useState } from 'react'
import { useAddVisit, useSession } from '../../api/queries'
import type { PlantSheet, VisitContent } from '../../api/types'
import { day, words } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { PicturesPanel } from '../pictures/PicturesPanel'
import { CorrectVisit } from './CorrectVisit'
import { CarePanel } from '../care/CarePanel'
import { DeletedVisits } from '../naming/TakenOff'
import { VisitBelongs } from './VisitBelongs'
import { blankVisit, VisitFields } from './VisitFields'
import kitCss from '../../kit/kit.module.css'
import visitsCss from './visits.module.css'

/** The visits of a plant with what was seen on each, and a new one. */
export function VisitsPanel({ sheet }: { sheet: PlantSheet }) {
  const add = useAddVisit(sheet.plant.id)
  const today = useSession().data?.today ?? ''
  const [visit, setVisit] = useState<VisitContent | null>(null)
  const [correcting, setCorrecting] = useState<string | null>(null)
  const learned = (i: number) => sheet.learned[i]
  return (
    <section className={visitsCss.visits} aria-label="Visits">
      <ol>
        {sheet.visits.map((v, i) => (
          <li key={v.id}>
            <b>{day(v.date)}</b> {v.recorder}
            <span className={kitCss.soft}>
              {' '}
              ·{' '}
              {[
                v.stage && words(v.stage),
                !v.stage &&
                  learned(i)?.stage &&
                  `${words(learned(i)?.stage ?? '')}, as learned on another visit`,
                v.sex,
                !v.sex && learned(i)?.sex && `${learned(i)?.sex}, as learned on another visit`,
                v.parts.length > 0 && `with ${v.parts.join(', ')}`,
                ...v.altered,
              ]
                .filter(Boolean)
                .join(' · ')}
            </span>
            {v.note && <p>{v.note}</p>}{' '}
            {correcting === v.id ? (
              <>
                <CorrectVisit sheet={sheet} visit={v} today={today} onDone={() => setCorrecting(null)} />
                <VisitBelongs sheet={sheet} visit={v} onDone={() => setCorrecting(null)} />
              </>
            ) : (
              <Button size="small" className={kitCss.noPrint} onClick={() => setCorrecting(v.id)}>
                Correct …
              </Button>
            )}
            <ul>
              {sheet.observations
                .filter((o) => o.visit === v.id)
                .map((o) => (
                  <li key={o.seen.character}>
                    {o.label}: {o.summary}
                    {o.seen.certainty !== 'sure' && (
                      <span className={kitCss.soft}> ({o.seen.certainty})</span>
                    )}
                  </li>
                ))}
            </ul>
          </li>
        ))}
      </ol>
      <DeletedVisits sheet={sheet} />
      <PicturesPanel sheet={sheet} />
      {visit ? (
        <form
          onSubmit={(e) => {
            e.preventDefault()
            add.mutate(visit, { onSuccess: () => setVisit(null) })
          }}
        >
          <h3>Seen again</h3>
          <ProblemNote error={add.error} />
          <VisitFields value={visit} today={today} onChange={setVisit} />
          <div className={kitCss.row}>
            <Button type="submit" variant="contained" disabled={add.isPending}>
              Add the visit
            </Button>
            <Button onClick={() => setVisit(null)}>Cancel</Button>
          </div>
        </form>
      ) : (
        <Button variant="outlined" onClick={() => setVisit(blankVisit(today))}>
          Seen again: add a visit
        </Button>
      )}
      {today && <CarePanel sheet={sheet} today={today} />}
    </section>
  )
}
