import type { Hazard, TaxonName } from '../api/types'
import { hazardWords } from '../shared/format'
import { TaxonText } from '../shared/TaxonText'

interface Props {
  name: TaxonName
  note: string
  hazards?: Hazard[]
  current: boolean
  onOpen: (taxon: string) => void
}

/** One taxon in a list: its name, a remark, and a mark where it can hurt. */
export function TaxonLine({ name, note, hazards = [], current, onOpen }: Props) {
  const worst = hazards[0]
  return (
    <button
      type="button"
      className="guide-line"
      aria-current={current ? 'page' : undefined}
      onClick={() => onOpen(name.id)}
    >
      <span>
        <TaxonText name={name.name} family={name.rank === 'family'} />
        {worst && (
          <small className="hazard-mark" title={hazards.map((h) => hazardWords[h]).join(', ')}>
            {' '}
            ▲ {hazardWords[worst].toLowerCase()}
          </small>
        )}
      </span>
      <small>{note}</small>
    </button>
  )
}
