import type { SurveyStatistics } from '../../api/types'
import kitCss from '../../kit/kit.module.css'
import countsCss from './counts.module.css'

const width = 320
const height = 170
const margin = 30

interface Props {
  points: SurveyStatistics['curve']
  /** What effort is counted in. */
  what: string
  /** Said where there are too few points. */
  lacking: string
}

/** Species expected by a smaller effort, with the band that holds the expectation 95 times in 100. */
export function AccumulationCurve({ points, what, lacking }: Props) {
  const last = points.at(-1)
  if (!last || points.length < 3) return <p className={kitCss.soft}>{lacking}</p>
  const top = Math.max(...points.map((p) => p.species + 1.96 * p.error), 1)
  const x = (effort: number) => margin + (effort / last.effort) * (width - margin - 8)
  const y = (species: number) => height - margin - (species / top) * (height - margin - 10)
  const line = (of: (p: (typeof points)[number]) => number) =>
    points.map((p) => `${x(p.effort).toFixed(1)} ${y(of(p)).toFixed(1)}`)
  const band = [
    ...line((p) => p.species + 1.96 * p.error),
    ...line((p) => Math.max(p.species - 1.96 * p.error, 0)).reverse(),
  ]
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className={countsCss.curve} role="img">
      <title>{`${last.species.toFixed(0)} species in ${last.effort} ${what}, ${points[Math.ceil((points.length - 1) / 2)]?.species.toFixed(1)} expected in half of them`}</title>
      <path d={`M${band.join('L')}Z`} className={countsCss.curveBand} />
      <path d={`M${line((p) => p.species).join('L')}`} className={countsCss.curveLine} />
      <path d={`M${margin} 8V${height - margin}H${width - 6}`} className={countsCss.curveAxis} />
      <text x={margin - 5} y={y(last.species) + 4} textAnchor="end">
        {last.species.toFixed(0)}
      </text>
      <text x={margin - 5} y={height - margin + 4} textAnchor="end">
        0
      </text>
      <text x={width - 8} y={height - margin + 16} textAnchor="end">
        {last.effort} {what}
      </text>
      <text x={margin} y={height - margin + 16}>
        0
      </text>
    </svg>
  )
}
