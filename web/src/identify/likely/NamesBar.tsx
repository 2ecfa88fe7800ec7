import { clsx } from 'clsx'
import type { BenchAnswer } from '../../api/types'
import { percent } from '../../kit/format'
import { HazardMark } from '../../kit/HazardMark'
import { TaxonText } from '../../kit/TaxonText'
import kitCss from '../../kit/kit.module.css'
import likelyCss from './likely.module.css'

interface Props {
  bench: BenchAnswer
  open: boolean
  onPress: () => void
}

/** Where the name stands in one line at the foot of a narrow screen; pressed, it opens the likely names, and pressed again it puts them away. */
export function NamesBar({ bench, open, onPress }: Props) {
  const first = bench.likelyNames.features > 0 ? bench.likelyNames.names[0] : undefined
  const next = bench.lookNext[0]
  return (
    <button
      type="button"
      className={clsx(likelyCss.namesBar, kitCss.noPrint)}
      data-walk="names"
      aria-expanded={open}
      onClick={onPress}
    >
      <span className={likelyCss.namesBarName}>
        {first ? (
          <>
            <TaxonText name={first.name.name} />
            <HazardMark hazards={first.hazards} />
          </>
        ) : (
          'No likely name yet'
        )}
        {first && <b>{percent(first.mass)}</b>}
      </span>
      <small>
        {open ? 'Back to the question' : next ? `look next: ${next.label.toLowerCase()}` : 'likely names'}
      </small>
    </button>
  )
}
