import type { BenchAnswer } from '../api/types'
import { percent } from '../kit/format'
import kitCss from '../kit/kit.module.css'

/** Says aloud what a press changed, for those who do not see it: the leading name, and the step the key stands at. */
export function Announcer({ bench, settling }: { bench: BenchAnswer | undefined; settling: boolean }) {
  const names = bench?.likelyNames
  const first = names && names.features > 0 ? names.names[0] : undefined
  const at = bench?.walk?.current
  const says = [
    first && `Likely: ${first.name.name}, ${percent(first.mass)}.`,
    at &&
      `Step ${at.at.couplet}: ${at.leads.map((l) => `choice ${l.number}, ${l.wording || (l.tests[0]?.text ?? '')}`).join('; ')}.`,
    bench?.walk &&
      !at &&
      bench.walk.ends.length > 0 &&
      `The key ends at ${bench.walk.ends.map((e) => e.taxon.name).join(', ')}.`,
  ]
  return (
    <div role="status" aria-label="What changed" className={kitCss.onlyHeard}>
      {settling ? '' : says.filter(Boolean).join(' ')}
    </div>
  )
}
