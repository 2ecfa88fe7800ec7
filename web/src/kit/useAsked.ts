import { startTransition, useCallback, useOptimistic } from 'react'
import { useSearchParams } from 'react-router'
import { withAsked } from './withAsked'

export type Asked<K extends string> = Record<K, string | null>

/**
 * What a view is asked to show stands in its address, so that it can be passed on, kept and come back to:
 *
 *     const [{ site, year }, ask] = useAsked('site', 'year')
 *     ask({ site: null, year: '2026' })
 *
 * It is like a state of strings that lies in the address: null is what was not asked, and the rest of the address is left
 * alone. A change is no step of the history, unlike going to another tab. The address follows a moment later than what is
 * shown, so that letters can be typed into it.
 */
export function useAsked<K extends string>(...names: K[]) {
  const [query, setQuery] = useSearchParams()
  const address = Object.fromEntries(names.map((n) => [n, query.get(n)])) as Asked<K>
  const [asked, showAtOnce] = useOptimistic(address, (now, change: Partial<Asked<K>>) => ({
    ...now,
    ...change,
  }))
  const ask = useCallback(
    (change: Partial<Asked<K>>) =>
      startTransition(() => {
        showAtOnce(change)
        // A field that was emptied asks for nothing.
        const filled = Object.fromEntries(
          Object.entries<string | null | undefined>(change).map(([name, value]) => [name, value || null]),
        )
        setQuery((now) => withAsked(now, filled), { replace: true })
      }),
    [setQuery, showAtOnce],
  )
  return [asked, ask] as const
}

/** A year asked for in an address; null for none, and for what is no year. */
export const asYear = (text: string | null) => (text && /^\d{4}$/.test(text) ? Number(text) : null)
