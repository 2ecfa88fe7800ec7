import type { PlantSheet } from '../../api/types'
import { day } from '../../kit/format'
import { organs } from '../../kit/organs'
import kitCss from '../../kit/kit.module.css'
import careCss from './care.module.css'

const left = 92
const width = 620
const row = 15
const top = 18

const time = (date: string) => new Date(`${date}T00:00:00Z`).getTime()

/** Which organs were looked at on which visit: a full dot where something was seen, an open one where it could not be. */
export function VisitStrip({ sheet, today }: { sheet: PlantSheet; today: string }) {
  const kinds = (Object.keys(organs) as (keyof typeof organs)[]).filter((o) =>
    sheet.observations.some((x) => x.organ === o && o !== 'place'),
  )
  const dates = sheet.visits.map((v) => time(v.date))
  if (kinds.length === 0 || dates.length === 0) return null
  const from = new Date(Math.min(...dates))
  const start = Date.UTC(from.getUTCFullYear(), from.getUTCMonth(), 1)
  const span = Math.max(time(today) - start, 28 * 86_400_000)
  const x = (t: number) => left + ((t - start) / span) * (width - left - 10)
  const height = top + kinds.length * row + 6
  const years = Array.from(
    { length: new Date(start + span).getUTCFullYear() - from.getUTCFullYear() + 1 },
    (_, i) => Date.UTC(from.getUTCFullYear() + i, 0, 1),
  ).filter((t) => t >= start)
  return (
    <figure className={careCss.visitStrip} aria-label="What was looked at when">
      <svg viewBox={`0 0 ${width} ${height}`} role="img">
        <title>
          {sheet.visits
            .map(
              (v) =>
                `${day(v.date)}: ${
                  kinds
                    .filter((o) => sheet.observations.some((x) => x.visit === v.id && x.organ === o))
                    .map((o) => organs[o])
                    .join(', ') || 'nothing recorded'
                }`,
            )
            .join('. ')}
        </title>
        {years.map((t) => (
          <g key={t}>
            <path d={`M${x(t)} 4V${height}`} className={careCss.visitYear} />
            <text x={x(t) + 3} y="12">
              {new Date(t).getUTCFullYear()}
            </text>
          </g>
        ))}
        {kinds.map((o, i) => (
          <g key={o}>
            <text x={left - 8} y={top + i * row + 11} textAnchor="end">
              {organs[o]}
            </text>
            <path d={`M${left} ${top + i * row + 7}H${width - 6}`} className={careCss.visitLine} />
            {sheet.visits.map((v) => {
              const seen = sheet.observations.filter((s) => s.visit === v.id && s.organ === o)
              return seen.length > 0 ? (
                <circle
                  key={v.id}
                  cx={x(time(v.date))}
                  cy={top + i * row + 7}
                  r="4"
                  className={seen.every((s) => s.seen.finding.kind === 'hidden') ? careCss.hidden : undefined}
                />
              ) : null
            })}
          </g>
        ))}
        <path d={`M${x(time(today)) - 4} 0h8l-4 6z`} className={careCss.visitToday} />
      </svg>
      <figcaption className={kitCss.soft}>● seen ○ could not be seen ▼ today</figcaption>
    </figure>
  )
}
