import type { Hazard, TaxonName } from '../../api/types'
import { HazardMark } from '../../kit/HazardMark'
import { TaxonText } from '../../kit/TaxonText'
import namesCss from './names.module.css'

interface Props {
  name: TaxonName
  note: string
  hazards?: Hazard[]
  current: boolean
  onOpen: (taxon: string) => void
}

/** One taxon in a list: its name, a remark, and a mark where it can hurt. */
export function TaxonLine({ name, note, hazards = [], current, onOpen }: Props) {
  return (
    <button
      type="button"
      className={namesCss.guideLine}
      aria-current={current ? 'page' : undefined}
      onClick={() => onOpen(name.id)}
    >
      <span>
        <TaxonText name={name.name} family={name.rank === 'family'} />
        <HazardMark hazards={hazards} />
      </span>
      <small>{note}</small>
    </button>
  )
}
