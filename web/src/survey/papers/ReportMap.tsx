import { clsx } from 'clsx'
import type { Feature, FeatureCollection, Position } from 'geojson'
import type { ReportView } from '../../api/types'
import { baseClass } from '../map/baseMap'
import papersCss from './papers.module.css'

const width = 640

/** Lines of a shape; points are left out. */
function linesOf(feature: Feature): Position[][] {
  const shape = feature.geometry
  if (shape.type === 'Polygon' || shape.type === 'MultiLineString') return shape.coordinates
  if (shape.type === 'LineString') return [shape.coordinates]
  if (shape.type === 'MultiPolygon') return shape.coordinates.flat()
  return []
}

/** The base map with the sites on it, numbered as in the list beside it. Plants are not shown: a report is handed on. */
export function ReportMap({ base, sites }: { base: string; sites: ReportView['sites'] }) {
  const shapes = base === '' ? [] : (JSON.parse(base) as FeatureCollection).features
  const placed = sites.filter((s) => s.latitude !== null && s.longitude !== null)
  const at = placed.map((s): Position => [s.longitude ?? 0, s.latitude ?? 0])
  const all = [...shapes.flatMap(linesOf).flat(), ...at]
  if (placed.length === 0 || all.length < 2) return null
  const east = all.map((p) => p[0] ?? 0)
  const north = all.map((p) => p[1] ?? 0)
  const [west, south] = [Math.min(...east), Math.min(...north)]
  // A degree of longitude is shorter than one of latitude.
  const narrow = Math.cos((south * Math.PI) / 180)
  const margin = 14
  const scale = (width - 2 * margin) / Math.max((Math.max(...east) - west) * narrow, 1e-4)
  const height = (Math.max(...north) - south) * scale + 2 * margin
  const x = (p: Position) => margin + ((p[0] ?? 0) - west) * narrow * scale
  const y = (p: Position) => height - margin - ((p[1] ?? 0) - south) * scale
  // Every ring of an area is closed by itself.
  const path = (lines: Position[][], end: string) =>
    lines.map((l) => `M${l.map((p) => `${x(p).toFixed(1)} ${y(p).toFixed(1)}`).join('L')}${end}`).join('')
  const metre = scale / 111_320
  return (
    <svg viewBox={`0 0 ${width} ${height.toFixed(0)}`} className={papersCss.reportMap} role="img">
      <title>{`Map of the sites: ${placed.map((s) => s.name).join(', ')}`}</title>
      {shapes.map((f, i) => (
        <path
          key={i}
          d={path(linesOf(f), f.geometry.type.includes('Polygon') ? 'Z' : '')}
          className={clsx(baseClass(f), !f.geometry.type.includes('Polygon') && papersCss.reportLine)}
        />
      ))}
      {placed.map((s, i) => (
        <g key={s.id}>
          <circle cx={x(at[i] ?? [])} cy={y(at[i] ?? [])} r="9" className={papersCss.reportSite} />
          <text
            x={x(at[i] ?? [])}
            y={y(at[i] ?? []) + 4}
            textAnchor="middle"
            className={papersCss.reportNumber}
          >
            {sites.indexOf(s) + 1}
          </text>
        </g>
      ))}
      <path
        d={`M${margin} ${(height - 8).toFixed(1)}h${(500 * metre).toFixed(1)}m0 -3v6m-${(500 * metre).toFixed(1)} 0v-6`}
        className={papersCss.reportScale}
      />
      <text x={margin + 500 * metre + 6} y={height - 4} className={papersCss.reportScaleText}>
        500 m
      </text>
    </svg>
  )
}
