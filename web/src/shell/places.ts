import type { SignName } from '../kit/Sign'

/** A place of Garten: what it is called, where it begins, and which addresses lie in it. */
export interface Place {
  to: string
  label: string
  /** Addresses that lie in it beside its own. */
  holds: readonly string[]
  sign: SignName
}

/** The five places everything stands in. */
export const places: readonly Place[] = [
  { to: '/today', label: 'Today', holds: [], sign: 'today' },
  { to: '/identify', label: 'Identify', holds: ['/measure', '/portrait'], sign: 'identify' },
  { to: '/survey', label: 'Survey', holds: [], sign: 'survey' },
  {
    to: '/guide',
    label: 'Guide',
    holds: ['/keys', '/apart', '/glossary', '/table', '/text', '/plate'],
    sign: 'guide',
  },
  { to: '/practice', label: 'Practice', holds: [], sign: 'practice' },
]

const within = (path: string, at: string) => path === at || path.startsWith(`${at}/`)

/** The place an address lies in; none for people and settings. */
export const placeOf = (path: string) =>
  places.find((p) => [p.to, ...p.holds].some((at) => within(path, at))) ?? null
