import type { Feature } from 'geojson'
import type { PathOptions } from 'leaflet'

const kindOf = (feature?: Feature) => {
  const kind: unknown = feature?.properties?.kind
  return typeof kind === 'string' ? kind : 'other'
}

/** How the ground below a map is drawn, by the kind each part says it is. */
export const groundStyle = (feature?: Feature): PathOptions => ({
  className: `ground ground-${kindOf(feature)}`,
  interactive: false,
})
