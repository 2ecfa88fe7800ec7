import { Button } from '@mui/material'
import type { ObservationView } from '../../api/types'
import { toolWords } from '../../kit/toolWords'
import { ageWords } from './manner'
import kitCss from '../../kit/kit.module.css'
import featuresCss from './features.module.css'

interface Props {
  recorded: ObservationView
  busy: boolean
  onRemove: () => void
}

/** What was recorded of a character on this visit: how sure, where from, and by whom. */
export const RecordedLine = ({ recorded, busy, onRemove }: Props) => (
  <div className={featuresCss.characterSaid}>
    Recorded: {recorded.summary}
    <span className={kitCss.soft}>
      {' '}
      ·{' '}
      {[
        recorded.seen.certainty,
        recorded.seen.source !== 'attached' ? recorded.seen.source : '',
        recorded.seen.exposure,
        recorded.seen.position,
        recorded.seen.age && ageWords[recorded.seen.age],
        recorded.seen.tool && `with ${toolWords[recorded.seen.tool]}`,
        ...recorded.altered,
        recorded.recorder,
      ]
        .filter(Boolean)
        .join(', ')}
    </span>
    <Button color="inherit" onClick={onRemove} disabled={busy}>
      Remove
    </Button>
  </div>
)
