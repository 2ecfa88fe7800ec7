import { clsx } from 'clsx'
import type { DeterminationView, Verdict } from '../../api/types'
import { day } from '../../kit/format'
import namingCss from './naming.module.css'

const verdicts: Record<Verdict, string> = { agrees: 'agrees', differs: 'differs', asksMore: 'asks for more' }

/** What others said of a name, the latest first. */
export function ReviewLines({ reviews }: { reviews: DeterminationView['reviews'] }) {
  return reviews.map((r) => (
    <small key={r.id} className={clsx(namingCss.reviewLine, namingCss[r.verdict])}>
      <b>
        {r.person} {verdicts[r.verdict]}
      </b>
      , {day(r.at.slice(0, 10))}
      {r.remark && `: ${r.remark}`}
    </small>
  ))
}
