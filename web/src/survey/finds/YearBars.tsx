import type { FindSummary } from '../../api/types'
import { inFigures } from '../../kit/format'
import findsCss from './finds.module.css'

interface Props {
  years: FindSummary['years']
  onYear: (year: number) => void
}

const width = 300
const height = 70
const foot = 14

/** Finds by year, years without any left empty. A bar chooses its year. */
export function YearBars({ years, onYear }: Props) {
  const first = years[0]?.year
  const last = years.at(-1)?.year
  if (first === undefined || last === undefined) return null
  const most = Math.max(...years.map((y) => y.finds))
  const step = Math.min(40, width / (last - first + 1))
  return (
    <section aria-labelledby="by-year">
      <h2 id="by-year">By year</h2>
      <svg
        viewBox={`0 0 ${width} ${height + foot}`}
        className={findsCss.yearBars}
        role="group"
        aria-label="Finds by year"
      >
        {years.map((y) => {
          const tall = Math.max(2, (y.finds / most) * height)
          const x = (y.year - first) * step
          const label = `${y.year}: ${inFigures(y.finds)} ${y.finds === 1 ? 'find' : 'finds'}`
          return (
            <g
              key={y.year}
              role="button"
              tabIndex={0}
              aria-label={label}
              onClick={() => onYear(y.year)}
              onKeyDown={(e) => {
                if (e.key === 'Enter') onYear(y.year)
              }}
            >
              <title>{label}</title>
              <rect x={x} y="0" width={step} height={height} className={findsCss.yearBack} />
              <rect x={x + 1} y={height - tall} width={step - 2} height={tall} className={findsCss.yearBar} />
            </g>
          )
        })}
        <text x="0" y={height + foot - 2}>
          {first}
        </text>
        {last > first && (
          <text x={(last - first + 1) * step} y={height + foot - 2} textAnchor="end">
            {last}
          </text>
        )}
      </svg>
    </section>
  )
}
