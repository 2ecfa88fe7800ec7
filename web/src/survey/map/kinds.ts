import type { PlaceKind, ShapeForm } from '../../api/types'

/** What a drawn place can be, and the form it is drawn in. */
export const kinds: Record<PlaceKind, { label: string; form: ShapeForm; draw: string }> = {
  plot: { label: 'Plot', form: 'area', draw: 'Click its corners' },
  transect: { label: 'Line transect', form: 'line', draw: 'Click along the line' },
  mark: { label: 'Mark', form: 'point', draw: 'Click where it is' },
  site: { label: 'Bounds of a site', form: 'area', draw: 'Click its corners' },
  reserve: { label: 'Bounds of a reserve', form: 'area', draw: 'Click its corners' },
  way: { label: 'Way', form: 'line', draw: 'Click along it' },
}

export const kindNames = Object.keys(kinds) as PlaceKind[]

/** Fewest points of a form. */
export const leastPoints: Record<ShapeForm, number> = { point: 1, line: 2, area: 3 }
