import type { Hazard } from '../api/types'
import { hazardWords } from './format'
import kitCss from './kit.module.css'

/** What must be minded of a plant, the worst in words and the rest when pointed at; nothing where there is no hazard. */
export function HazardMark({ hazards }: { hazards: Hazard[] }) {
  const worst = hazards[0]
  return worst ? (
    <small className={kitCss.hazardMark} title={hazards.map((h) => hazardWords[h]).join(', ')}>
      {' '}
      ▲ {hazardWords[worst].toLowerCase()}
    </small>
  ) : null
}
