import type { TripView } from '../api/types'
import todayCss from './today.module.css'

const size = 190
const margin = 26

/** A sketch of the way: the sites as they lie to one another, north up, joined in the order they are walked to. */
export function TripSketch({ places }: { places: TripView['places'] }) {
  const known = places.filter((p) => p.latitude !== null && p.longitude !== null)
  if (known.length < 2) return null
  const north = known.map((p) => p.latitude ?? 0)
  // A degree of longitude is shorter than one of latitude.
  const narrow = Math.cos(((north[0] ?? 0) * Math.PI) / 180)
  const east = known.map((p) => (p.longitude ?? 0) * narrow)
  const span = Math.max(Math.max(...north) - Math.min(...north), Math.max(...east) - Math.min(...east), 1e-4)
  const points = known.map((p, i) => ({
    name: p.name,
    x: margin + (((east[i] ?? 0) - Math.min(...east)) / span) * (size - 2 * margin),
    y: size - margin - (((north[i] ?? 0) - Math.min(...north)) / span) * (size - 2 * margin),
  }))
  return (
    <svg
      viewBox={`0 0 ${size} ${size}`}
      width={size}
      height={size}
      className={todayCss.tripSketch}
      role="img"
    >
      <title>{`The way: ${places.map((p) => p.name).join(', ')}, and back`}</title>
      <polygon points={points.map((p) => `${p.x},${p.y}`).join(' ')} />
      {points.map((p, i) => (
        <g key={p.name}>
          <circle cx={p.x} cy={p.y} r={i === 0 ? 5 : 4} className={i === 0 ? todayCss.start : undefined} />
          <text x={Math.min(Math.max(p.x, 38), size - 38)} y={p.y - 8} textAnchor="middle">
            {p.name}
          </text>
        </g>
      ))}
      <path d={`M${size - 12} 22V6l-3 5M${size - 12} 6l3 5`} className={todayCss.north} />
    </svg>
  )
}
