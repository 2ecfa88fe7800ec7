import { Button } from '@mui/material'
import type { PlantSheet, WalkView } from '../../api/types'
import { percent, some } from '../../kit/format'
import { TaxonText } from '../../kit/TaxonText'
import { Account } from '../likely/Account'
import kitCss from '../../kit/kit.module.css'
import keyCss from './key.module.css'

interface Props {
  sheet: PlantSheet
  walk: WalkView
  onAccount: (taxon: string) => void
  onName: (taxon: string) => void
  onBack: () => void
}

/** The names a key arrives at, while it is walked and at its end; the last one left with its account. */
export function KeyEnds({ sheet, walk, onAccount, onName, onBack }: Props) {
  const { ends, likely, current, open } = walk
  const only = ends.length === 1 && open === 0 ? ends[0]?.taxon.id : undefined
  const title = current
    ? 'Arrived at so far'
    : ends.length === 1
      ? 'The key ends at'
      : 'The key ends at several names'
  return (
    <div className={keyCss.ends} role="region" aria-label="Names the key arrives at">
      <h3>{title}</h3>
      {ends.map((e) => (
        <div className={keyCss.end} key={e.taxon.id}>
          <TaxonText name={e.taxon.name} /> <span className={kitCss.soft}>{e.taxon.common}</span>
          <span className={keyCss.endMarks}>
            {some(e.agreeing, 'feature')} {e.agreeing === 1 ? 'agrees' : 'agree'}, {e.conflicting}{' '}
            {e.conflicting === 1 ? 'conflicts' : 'conflict'}
          </span>
          {!only && <Button onClick={() => onAccount(e.taxon.id)}>Read its account</Button>}
          <Button variant="contained" onClick={() => onName(e.taxon.id)}>
            Give this name
            {only && (
              <>
                &nbsp;<kbd>N</kbd>
              </>
            )}
          </Button>
        </div>
      ))}
      {only && <Account sheet={sheet} taxon={only} onOther={onAccount} />}
      {likely.length > 1 && (
        <p className={kitCss.soft}>
          By the answers alone, mistakes counted in:{' '}
          {likely.map((l, i) => (
            <span key={l.taxon.id}>
              {i > 0 && ', '}
              <TaxonText name={l.taxon.name} family={l.taxon.rank === 'family'} /> {percent(l.mass)}
            </span>
          ))}
          .
        </p>
      )}
      {!current && (
        <Button color="inherit" onClick={onBack}>
          Back&nbsp;<kbd>⌫</kbd>
        </Button>
      )}
    </div>
  )
}
