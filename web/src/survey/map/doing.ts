import type { GeoPoint, PlaceKind } from '../../api/types'

/** What is chosen on the map, or being done on it. */
export type Doing =
  | { what: 'look' }
  | { what: 'place'; id: string }
  | { what: 'plant'; id: string }
  | { what: 'draw'; kind: PlaceKind; points: GeoPoint[]; id: string | null }
  | { what: 'point'; plant: string; at: GeoPoint | null }
  | { what: 'file' }
