import { clsx } from 'clsx'
import type { Feature } from 'geojson'
import type { PathOptions } from 'leaflet'
import surveyCss from '../survey.module.css'

/** The class by which a part of the ground is drawn: its kind, as the map says it. */
export const baseClass = (feature?: Feature) => {
  const kind: unknown = feature?.properties?.kind
  return clsx(surveyCss.base, typeof kind === 'string' && surveyCss[`base-${kind}`])
}

/** How a base map is drawn. */
export const baseStyle = (feature?: Feature): PathOptions => ({
  className: baseClass(feature),
  interactive: false,
})
