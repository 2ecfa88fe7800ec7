import { LineChart } from '@mui/x-charts/LineChart'
import type { SurveyStatistics } from '../../api/types'
import countsCss from './counts.module.css'

interface Props {
  points: SurveyStatistics['curve']
  /** What effort is counted in. */
  what: string
}

const one = (n: number | null) => (n === null ? '' : n.toFixed(1))

/** Species expected by a smaller effort, with the band that holds the expectation 95 times in 100. */
export function AccumulationCurve({ points, what }: Props) {
  const last = points.at(-1)
  const middle = points[Math.ceil((points.length - 1) / 2)]
  const low = points.map((p) => Math.max(p.species - 1.96 * p.error, 0))
  const says = `${last?.species.toFixed(0)} species in ${last?.effort} ${what}, ${middle?.species.toFixed(1)} expected in half of them`
  return (
    <figure className={countsCss.curve} aria-label={says}>
      <LineChart
        height={230}
        skipAnimation
        margin={{ left: 0, right: 14, top: 8, bottom: 0 }}
        xAxis={[{ data: points.map((p) => p.effort), label: what, min: 0, max: last?.effort }]}
        yAxis={[{ label: 'species', min: 0 }]}
        series={[
          {
            id: 'expected',
            label: 'expected',
            data: points.map((p) => p.species),
            color: 'var(--moss)',
            showMark: false,
            valueFormatter: one,
          },
          // The band is what is stacked on its lower edge.
          {
            id: 'low',
            data: low,
            stack: 'band',
            color: 'transparent',
            showMark: false,
            valueFormatter: () => null,
          },
          {
            id: 'band',
            label: '95 in 100 lie here',
            data: points.map((p, i) => p.species + 1.96 * p.error - (low[i] ?? 0)),
            stack: 'band',
            area: true,
            color: 'var(--fern)',
            showMark: false,
            valueFormatter: (_, { dataIndex: i }) =>
              `${one(low[i] ?? 0)} to ${one((points[i]?.species ?? 0) + 1.96 * (points[i]?.error ?? 0))}`,
          },
        ]}
      />
    </figure>
  )
}
