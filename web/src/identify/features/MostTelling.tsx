import { Button } from '@mui/material'
import type { ReactNode } from 'react'
import type { BenchAnswer, CharacterView } from '../../api/types'
import { percent } from '../../kit/format'
import { HazardMark } from '../../kit/HazardMark'
import { TaxonText } from '../../kit/TaxonText'
import kitCss from '../../kit/kit.module.css'
import featuresCss from './features.module.css'

interface Props {
  bench: BenchAnswer
  /** The features shown; they stay while they are answered, so that nothing moves under the finger. */
  shown: CharacterView[]
  row: (character: CharacterView) => ReactNode
  onNext: () => void
  onAll: () => void
}

const mostNames = 6

/** Several features side by side, the most telling first, of whatever shows today: for those who do not know where to begin. Names thin out above as they are answered. */
export function MostTelling({ bench, shown, row, onNext, onAll }: Props) {
  const { telling, fitting, likelyNames } = bench
  const fresh = telling.filter((id) => !shown.some((c) => c.id === id)).length
  return (
    <div>
      <div className={featuresCss.tellingNames} role="status" aria-label="Names that fit">
        {likelyNames.features === 0 ? (
          <p>
            Press what you see; leave out what you cannot tell. <b>{fitting}</b> names of the guide fit so
            far.
          </p>
        ) : (
          <>
            <p>
              <b>{fitting}</b> {fitting === 1 ? 'name fits' : 'names fit'} still
              {fitting > mostNames && ', first of all'}:
            </p>
            <ul>
              {likelyNames.names.slice(0, Math.min(mostNames, fitting)).map((n) => (
                <li key={n.name.id}>
                  <TaxonText name={n.name.name} />
                  <HazardMark hazards={n.hazards} /> <small>{percent(n.mass)}</small>
                </li>
              ))}
            </ul>
          </>
        )}
      </div>
      {shown.length === 0 && (
        <p className={kitCss.soft}>Nothing that shows today and is allowed here would tell more.</p>
      )}
      {shown.map(row)}
      <div className={featuresCss.tellingMore}>
        <Button variant="contained" disabled={fresh === 0} onClick={onNext}>
          Show the next features
        </Button>
        <Button variant="outlined" color="inherit" onClick={onAll}>
          All features, organ by organ
        </Button>
      </div>
    </div>
  )
}
