import { Button } from '@mui/material'
import type { CautionView, GuideView, PlantSheet } from '../api/types'
import { day } from '../shared/format'
import { TaxonPicker } from '../shared/TaxonPicker'
import { TaxonText } from '../shared/TaxonText'

interface Props {
  sheet: PlantSheet
  guide: GuideView
  onAccount: (taxon: string) => void
  onSuspect: (taxon: string) => void
  onName: () => void
}

const hazards: Record<CautionView['hazard'], string> = {
  deadly: 'Deadly',
  poisonous: 'Poisonous',
  irritant: 'Irritates',
  wounding: 'Wounds',
}

/** Where the name stands: what can still come out, what to be careful of, and the names given so far. */
export function Standing({ sheet, guide, onAccount, onSuspect, onName }: Props) {
  const walk = sheet.bench.walk
  const cautions = sheet.bench.cautions
  const many = !walk || walk.inPlay.length > 14
  return (
    <aside className="standing" aria-label="Standing">
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
      {cautions.length > 0 && (
        <>
          <h2>
            Before you touch <small>{walk ? 'from the names in play' : 'what grows in this area'}</small>
          </h2>
          {cautions.slice(0, many ? 3 : 6).map((c) => (
            <div key={c.text} className="caution">
              <b>
                {hazards[c.hazard]}
                {c.taxa.length > 3 ? ` (${c.taxa.length} names)` : `: ${c.taxa.join(', ')}`}
              </b>{' '}
              {c.text}
            </div>
          ))}
          {cautions.length > (many ? 3 : 6) && (
            <p className="soft">
              and {cautions.length - (many ? 3 : 6)} cautions more; they narrow as the key does.
            </p>
          )}
        </>
      )}
      <h2>
        In play <small>{walk ? `${walk.inPlay.length} names can come out` : 'begin a key'}</small>
      </h2>
      <div className="box">
        {walk ? (
          <ul className="in-play">
            {walk.inPlay.slice(0, 10).map((n) => (
              <li key={n.id}>
                <button type="button" onClick={() => onAccount(n.id)}>
                  <TaxonText name={n.name} /> <small>{n.common}</small>
                </button>
              </li>
            ))}
            {walk.inPlay.length > 10 && <li className="soft">and {walk.inPlay.length - 10} more</li>}
          </ul>
        ) : (
          <p className="soft">Every name of the guide.</p>
        )}
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
