import type { FloraAccount } from '../../api/types'
import { inWords, phases, spansOf } from '../../kit/seasons'
import namesCss from './names.module.css'

const months = ['J', 'F', 'M', 'A', 'M', 'J', 'J', 'A', 'S', 'O', 'N', 'D']
const left = 74
const width = 640
const x = (dayNumber: number) => left + (dayNumber / 365) * (width - left)

/** The seasons of a taxon through the year, one row a phenophase. */
export function YearStrip({ seasons }: { seasons: FloraAccount['seasons'] }) {
  const height = seasons.length * 17 + 18
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className={namesCss.yearStrip} role="img">
      <title>{seasons.map(inWords).join(' ')}</title>
      {months.map((m, i) => (
        <g key={i}>
          <path d={`M${x(i * 30.42)} 0V${height - 14}`} stroke="var(--line)" />
          <text x={x(i * 30.42 + 15)} y={height - 3} textAnchor="middle">
            {m}
          </text>
        </g>
      ))}
      {seasons.map((s, row) => {
        const { label, fill } = phases[s.phase]
        return (
          <g key={s.phase}>
            <text x="0" y={row * 17 + 12}>
              {label}
            </text>
            {spansOf(s).map(([a, b]) => (
              <rect
                key={a}
                x={x(a)}
                y={row * 17 + 2}
                width={Math.max(2, x(b) - x(a))}
                height="12"
                rx="2"
                fill={fill}
              />
            ))}
          </g>
        )
      })}
    </svg>
  )
}
