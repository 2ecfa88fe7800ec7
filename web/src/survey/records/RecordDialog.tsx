import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import { Link } from 'react-router'
import { usePlant } from '../../api/queries'
import { ReviewLines } from '../../identify/naming/ReviewLines'
import type { DeterminationView, SurveyRecord } from '../../api/types'
import { day } from '../../kit/format'
import { MarkSign } from '../../kit/MarkSign'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import kitCss from '../../kit/kit.module.css'
import recordsCss from './records.module.css'

/** A record and its reasons: every name ever given, with the path walked and the features seen. */
export function RecordDialog({ record, onClose }: { record: SurveyRecord; onClose: () => void }) {
  const { data: sheet, error } = usePlant(record.plant)
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md" aria-labelledby="record-title">
      <DialogTitle id="record-title">
        {record.tag}, {day(record.date)}, {record.site}
      </DialogTitle>
      <DialogContent className={recordsCss.recordReasons}>
        <p>
          {record.description}. Recorded by {record.recorder}
          {record.elevationM !== null && ` at ${record.elevationM} m`}
          {record.latitude !== null &&
            record.longitude !== null &&
            `, ${record.latitude.toFixed(4)}, ${record.longitude.toFixed(4)}`}
          {record.origin !== 'unknown' && `; ${record.origin}`}.
        </p>
        <ProblemNote error={error} />
        {sheet?.vouchers.map(({ content }) => (
          <p key={content.number}>
            Voucher <b>{content.number}</b>, kept at {content.keptAt}, taken {day(content.takenOn)}.
          </p>
        ))}
        {sheet?.determinations.length === 0 && <p>Nobody has named it yet.</p>}
        {sheet?.determinations.map((d, i) => (
          <NameSlip key={d.id} d={d} earlier={i > 0} />
        ))}
      </DialogContent>
      <DialogActions>
        <Button component={Link} to={`/identify/${record.plant}`}>
          Open on the bench
        </Button>
        <Button onClick={onClose} autoFocus>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  )
}

/** One name with what it rests on. */
function NameSlip({ d, earlier }: { d: DeterminationView; earlier: boolean }) {
  const g = d.reasons
  return (
    <section className={`${recordsCss.recordSlip}${earlier ? ` ${recordsCss.earlier}` : ''}`}>
      <h3>
        <TaxonText name={d.fullName} />
      </h3>
      <span className={kitCss.soft}>
        {earlier ? 'before that: ' : ''}
        {d.person}, {day(d.date)} · {g.guide} {g.version}
        {d.remarks && ` · ${d.remarks}`}
      </span>
      <ReviewLines reviews={d.reviews} />
      {g.alerts.map((a) => (
        <div key={a} className={kitCss.caution}>
          {a}
        </div>
      ))}
      <h4>
        Path walked{' '}
        <small className={kitCss.soft}>
          {g.path.length === 0
            ? 'no key was used'
            : g.clearWalk
              ? 'to its end, nothing left open'
              : 'with a step left open'}
        </small>
      </h4>
      <ol>
        {g.path.map((s) => (
          <li key={`${s.key} ${s.couplet}`} value={s.couplet}>
            {s.said}{' '}
            <small className={kitCss.soft}>
              ({s.key}, {s.lead ? `choice ${s.lead}` : 'can’t tell'})
            </small>
          </li>
        ))}
      </ol>
      <h4>Features seen</h4>
      <ul>
        {g.features.map((f) => (
          <li key={`${f.label} ${f.date}`}>
            {f.mark && <MarkSign marking={{ mark: f.mark, weak: f.certainty === 'unsure', because: '' }} />}{' '}
            {f.label}: {f.found}{' '}
            <small className={kitCss.soft}>
              ({day(f.date)}
              {f.certainty !== 'sure' && `, ${f.certainty}`}
              {f.source !== 'attached' && `, ${f.source}`})
            </small>
          </li>
        ))}
        {g.features.length === 0 && <li className={kitCss.soft}>none</li>}
      </ul>
      {g.ruledOut.length > 0 && (
        <p>
          Ruled out:{' '}
          {g.ruledOut.map((n, i) => (
            <span key={n}>
              {i > 0 && ', '}
              <TaxonText name={n} />
            </span>
          ))}
        </p>
      )}
      {g.notRuledOut.length > 0 && (
        <p>
          Not ruled out:{' '}
          {g.notRuledOut.map((n, i) => (
            <span key={n}>
              {i > 0 && ', '}
              <TaxonText name={n} />
            </span>
          ))}
        </p>
      )}
    </section>
  )
}
