/** A place of Garten: what it is called, where it begins, and which addresses lie in it. */
export interface Place {
  to: string
  label: string
  /** Addresses that lie in it beside its own. */
  holds: readonly string[]
  /** Its sign, as the path of a drawing 24 units wide. */
  sign: string
}

/** The five places everything stands in. */
export const places: readonly Place[] = [
  { to: '/today', label: 'Today', holds: [], sign: 'M4 6h16v14H4zM4 10h16M8 3v4M16 3v4M8 14h3M8 17h6' },
  {
    to: '/identify',
    label: 'Identify',
    holds: ['/measure', '/portrait'],
    sign: 'M12 21V9M12 16C7 16 5 12 5 7c5 0 7 4 7 8M12 12c0-5 2-8 7-8 0 6-3 8-7 8',
  },
  {
    to: '/survey',
    label: 'Survey',
    holds: [],
    sign: 'M4 6l5-2 6 2 5-2v14l-5 2-6-2-5 2zM9 4v14M15 6v14',
  },
  {
    to: '/guide',
    label: 'Guide',
    holds: ['/keys', '/apart', '/glossary', '/table', '/plate'],
    sign: 'M7 4h11v16H7zM7 4q-2 0-2 2v12q0 2 2 2M12 16v-6M12 13q-3 0-3-4q3 0 3 4M12 11q3 0 3-4q-3 0-3 4',
  },
  {
    to: '/practice',
    label: 'Practice',
    holds: [],
    sign: 'M2 12q5-7 10-7t10 7q-5 7-10 7T2 12zM12 9a3 3 0 1 0 0 6a3 3 0 1 0 0-6',
  },
]

const within = (path: string, at: string) => path === at || path.startsWith(`${at}/`)

/** The place an address lies in; none for people and settings. */
export const placeOf = (path: string) =>
  places.find((p) => [p.to, ...p.holds].some((at) => within(path, at))) ?? null
