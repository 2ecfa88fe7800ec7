import type { GeoPoint, PlaceKind } from '../api/types'

/** What is chosen on the map, or being done on it. */
export type Doing =
  | { what: 'look' }
  | { what: 'place'; id: number }
  | { what: 'plant'; id: number }
  | { what: 'draw'; kind: PlaceKind; points: GeoPoint[]; id: number | null }
  | { what: 'point'; plant: number; at: GeoPoint | null }
  | { what: 'file' }
