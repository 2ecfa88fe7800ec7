import type { Separation } from '../../api/types'
import { TaxonText } from '../../kit/TaxonText'
import kitCss from '../../kit/kit.module.css'
import apartCss from './apart.module.css'

/** What is said of each name: shares as lengths, ranges on one axis with the plant's own sample. */
export function NameGroups({ separation: s }: { separation: Separation }) {
  const numbers = s.groups.flatMap((x) => [x.least, x.low, x.high, x.most]).filter((v) => v !== null)
  const top = Math.max(...numbers, s.ownMean ?? 0)
  // A pattern for each state that any of the names shows, so that two states never look alike.
  const shown = s.stateLabels
    .map((_, i) => i)
    .filter((i) => s.groups.some((group) => (group.states[i] ?? 0) > 0))
  return (
    <>
      {s.groups.map((group) => (
        <div key={group.taxon.id} className={apartCss.apartGroup}>
          <TaxonText name={group.taxon.name} />
          {group.states.length > 0 || group.said === '' ? (
            <span className={apartCss.shares} aria-hidden="true">
              {shown.map((state, pattern) => (
                <span
                  key={state}
                  className={apartCss[`share-${pattern % 6}`]}
                  style={{ width: `${(group.states[state] ?? 0) * 100}%` }}
                />
              ))}
            </span>
          ) : (
            <Axis
              least={group.least}
              low={group.low}
              high={group.high}
              most={group.most}
              own={s.ownMean}
              top={top}
            />
          )}
          <span className={kitCss.soft}>{group.said || 'the guide says nothing'}</span>
        </div>
      ))}
    </>
  )
}

interface AxisProps {
  least: number | null
  low: number | null
  high: number | null
  most: number | null
  own: number | null
  top: number
}

/** A range on an axis from 0: usual part filled, extremes as a line, the plant's own mean as a mark. */
function Axis({ least, low, high, most, own, top }: AxisProps) {
  const x = (v: number) => (v / top) * 196 + 2
  const from = low ?? 0
  const to = high ?? top
  return (
    <svg viewBox="0 0 200 14" className={apartCss.axis} aria-hidden="true">
      <path d={`M${x(least ?? from)} 7H${x(most ?? to)}`} stroke="var(--ink)" />
      <rect
        x={x(from)}
        y="2"
        width={Math.max(x(to) - x(from), 2)}
        height="10"
        fill="var(--fern)"
        stroke="var(--moss)"
      />
      {own !== null && <path d={`M${x(own)} 0V14`} stroke="var(--rust)" strokeWidth="2.5" />}
    </svg>
  )
}
