import { clsx } from 'clsx'
import { memo } from 'react'
import { Button } from '@mui/material'
import { useSession } from '../api/queries'
import type { PlantTag } from '../api/types'
import { day, some } from '../kit/format'
import { TaxonText } from '../kit/TaxonText'
import kitCss from '../kit/kit.module.css'
import identifyCss from './identify.module.css'

interface Props {
  plants: PlantTag[]
  current: string | null
  onTake: () => void
  onChoose: (plant: string) => void
}

/** The plants under study, as tags lying on the desk. */
export const PlantTags = memo(function PlantTags({ plants, current, onTake, onChoose }: Props) {
  const mayRecord = useSession().data?.mayRecord
  return (
    <nav className={clsx(identifyCss.tags, kitCss.noPrint)} aria-label="Plants under study">
      <h2>
        Plants <small>{some(plants.length, 'plant')}</small>
      </h2>
      <Button variant="contained" onClick={onTake} disabled={!mayRecord} sx={{ flex: 'none' }}>
        Add a plant&nbsp;<kbd>T</kbd>
      </Button>
      <ul>
        {plants.map((p) => (
          <li key={p.id}>
            <button
              type="button"
              className={identifyCss.tag}
              aria-current={p.id === current ? 'true' : undefined}
              onClick={() => onChoose(p.id)}
            >
              <span className={identifyCss.tagLine}>
                <b>{p.tag}</b>
                <small>{p.site}</small>
              </span>
              {p.name ? <TaxonText name={p.name} /> : <span>{p.description || 'not named yet'}</span>}
              <small>
                {p.name ? '' : 'no name yet · '}
                {some(p.features, 'feature')} · seen {day(p.lastSeen, false)}
              </small>
            </button>
          </li>
        ))}
      </ul>
      <p className={kitCss.soft}>
        Next <kbd>J</kbd> &nbsp; Previous <kbd>I</kbd>
      </p>
    </nav>
  )
})
