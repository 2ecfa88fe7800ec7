import type { Feature } from 'geojson'
import type { PathOptions } from 'leaflet'

const kindOf = (feature?: Feature) => {
  const kind: unknown = feature?.properties?.kind
  return typeof kind === 'string' ? kind : 'other'
}

/** How a base map is drawn, by the kind each part says it is. */
export const baseStyle = (feature?: Feature): PathOptions => ({
  className: `base base-${kindOf(feature)}`,
  interactive: false,
})
