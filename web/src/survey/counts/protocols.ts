import type { Protocol } from '../../api/types'

/** The protocols by their names, with a line on what each is for. */
export const protocols: Record<Protocol, { label: string; hint: string }> = {
  walkThrough: { label: 'Walk-through list', hint: 'All species met on a walk through the site.' },
  timedSearch: { label: 'Timed search', hint: 'All species met in a set time; note start and end.' },
  quadrats: { label: 'Quadrats with cover', hint: 'Cover of every species in small square plots.' },
  lineTransect: { label: 'Line transect', hint: 'Individuals met along a line of known length.' },
  treePlot: { label: 'Trees with girth', hint: 'Every tree of a plot with its girth at breast height.' },
  population: { label: 'Population count', hint: 'All plants of a few species, counted.' },
  phenologyWatch: {
    label: 'Phenology watch',
    hint: 'The share of the same plants in leaf, flower or fruit, each time you pass; 0 is a finding too.',
  },
}

export const protocolOrder = Object.keys(protocols) as Protocol[]
