import { Button } from '@mui/material'
import type { CautionView, GuideView, Organ, PlantSheet } from '../api/types'
import { day, words } from '../shared/format'
import { TaxonPicker } from '../shared/TaxonPicker'
import { TaxonText } from '../shared/TaxonText'

interface Props {
  sheet: PlantSheet
  guide: GuideView
  onAccount: (taxon: string) => void
  onSuspect: (taxon: string) => void
  onGrounds: (taxon: string) => void
  onLook: (organ: Organ) => void
  onApart: (taxa: string[]) => void
  onName: () => void
}

const hazards: Record<CautionView['hazard'], string> = {
  deadly: 'Deadly',
  poisonous: 'Poisonous',
  irritant: 'Irritates',
  wounding: 'Wounds',
}

const percent = (mass: number) =>
  mass < 0.01 ? '<\u00a01\u00a0%' : mass > 0.99 ? '>\u00a099\u00a0%' : `${Math.round(mass * 100)}\u00a0%`

function WeightBar({ mass, hatched = false }: { mass: number; hatched?: boolean }) {
  return (
    <span className="weight-bar" aria-hidden="true">
      <span className={hatched ? 'hatched' : undefined} style={{ width: `${mass * 100}%` }} />
    </span>
  )
}

/** Where the name stands: what can still come out, what to be careful of, and the names given so far. */
export function Standing({ sheet, guide, onAccount, onSuspect, onGrounds, onLook, onApart, onName }: Props) {
  const walk = sheet.bench.walk
  const cautions = sheet.bench.cautions
  const standing = sheet.bench.standing
  const shown = !walk || walk.inPlay.length > 14 ? 2 : 5
  return (
    <aside className="standing" aria-label="Standing">
      <h2>
        Standing <small>{standing.features} features weighed · place and date too</small>
      </h2>
      <div className="box">
        {standing.features === 0 ? (
          <p className="soft">Record a feature, and the names are weighed.</p>
        ) : (
          <>
            {standing.leading.slice(0, 5).map((w) => (
              <button
                key={w.name.id}
                type="button"
                className="weighed"
                onClick={() => onGrounds(w.name.id)}
                title="What speaks for and against it"
              >
                <TaxonText name={w.name.name} />
                <WeightBar mass={w.mass} />
                <span>{percent(w.mass)}</span>
              </button>
            ))}
            <div className="weighed">
              <span>outside the guide</span>
              <WeightBar mass={standing.outside} hatched />
              <span>{percent(standing.outside)}</span>
            </div>
            <p className="safe">
              {standing.outsideIsSafe ? (
                'Can be said today: none of these'
              ) : standing.safe ? (
                <>
                  Can be said today: {standing.safe.name.rank !== 'species' && `${standing.safe.name.rank} `}
                  <TaxonText
                    name={standing.safe.name.name}
                    family={standing.safe.name.rank === 'family'}
                  />, {percent(standing.safe.mass)}
                </>
              ) : (
                'No name holds 95 % yet'
              )}
            </p>
            {standing.leading.length > 1 && (
              <Button onClick={() => onApart(standing.leading.slice(0, 2).map((w) => w.name.id))}>
                Tell the first two apart&nbsp;<kbd>A</kbd>
              </Button>
            )}
            {standing.secondOpinion && (
              <p className="caution" role="status">
                {standing.secondOpinion}
              </p>
            )}
          </>
        )}
        {walk && (
          <p className="soft">
            By the key, {walk.inPlay.length === 1 ? 'one name is' : `${walk.inPlay.length} names are`} in
            play.
          </p>
        )}
      </div>
      {cautions.length > 0 && (
        <>
          <h2>
            Before you touch <small>{walk ? 'from the names in play' : 'what grows in this area'}</small>
          </h2>
          {cautions.slice(0, shown).map((c) => (
            <div key={c.text} className="caution">
              <b>
                {hazards[c.hazard]}
                {c.taxa.length > 3 ? ` (${c.taxa.length} names)` : `: ${c.taxa.join(', ')}`}
              </b>{' '}
              {c.text}
            </div>
          ))}
          {cautions.length > shown && (
            <p className="soft">and {cautions.length - shown} cautions more; they narrow as the key does.</p>
          )}
        </>
      )}
      {sheet.bench.lookNext.length > 0 && (
        <>
          <h2>
            Look next <small>most doubt removed a minute</small>
          </h2>
          <ol className="box look">
            {sheet.bench.lookNext.map((s, i) => (
              <li key={s.character}>
                <button type="button" onClick={() => onLook(s.organ)}>
                  <b>{s.label}</b> {i === 0 && <kbd>L</kbd>}
                  <small>
                    {s.effortSeconds} s, {words(s.tool)}
                    {s.parts.length === 2 && (
                      <>
                        {' '}
                        · parts <TaxonText name={s.parts[0]?.name ?? ''} /> from{' '}
                        <TaxonText name={s.parts[1]?.name ?? ''} />
                      </>
                    )}
                  </small>
                </button>
              </li>
            ))}
          </ol>
        </>
      )}
      <h2>
        Name{' '}
        <small>
          {sheet.determinations.length === 0 ? 'none given yet' : `${sheet.determinations.length} given`}
        </small>
      </h2>
      <div className="box">
        {sheet.determinations.map((d, i) => (
          <button
            key={d.id}
            type="button"
            className={`slip${i > 0 ? ' earlier' : ''}`}
            onClick={() => onAccount(d.taxon)}
          >
            <TaxonText name={d.fullName} />
            <small>
              {d.person}, {day(d.date)}
              {d.remarks && ` · ${d.remarks}`}
            </small>
          </button>
        ))}
        <Button variant="contained" onClick={onName} fullWidth>
          Give a name&nbsp;<kbd>N</kbd>
        </Button>
      </div>
      <h2>
        I suspect … <small>what would disprove it</small>
      </h2>
      <TaxonPicker
        taxa={guide.taxa.filter((t) => t.name.rank !== 'family')}
        label="A name"
        onPick={(t) => t && onSuspect(t)}
      />
      <p className="soft">
        Local law, the landowner and licensed practice decide what may be picked, cut or dug.
      </p>
    </aside>
  )
}
