import { useCallback } from 'react'
import { useSearchParams } from 'react-router'
import type { Organ } from '../api/types'
import { isOrgan } from '../kit/organs'
import { withAsked } from '../kit/withAsked'
import type { NameView } from './likely/AccountDialog'

export const benchTabs = [
  { id: 'key', label: 'Key', shortcut: 'K' },
  { id: 'features', label: 'Features', shortcut: 'F' },
  { id: 'plant', label: 'Plant', shortcut: 'P' },
  { id: 'visits', label: 'Visits', shortcut: 'V' },
] as const

export type BenchTab = (typeof benchTabs)[number]['id']

/** What lies open on top of a plant. */
export type BenchOpen = 'name' | 'correct' | 'same' | 'apart' | NameView

/**
 * What is looked at of a plant stands in its address, so that Back goes back to it and it can be passed on: the tab, the
 * organ, and what lies open on top, which Back closes. Going to another view of the plant is a step of the history; closing
 * what lies on top is none.
 */
export function useBenchAddress() {
  const [query, setQuery] = useSearchParams()
  const ask = useCallback(
    (change: Record<string, string | null>, replace = false) =>
      setQuery((now) => withAsked(now, change), { replace }),
    [setQuery],
  )
  const tab: BenchTab = benchTabs.find((t) => t.id === query.get('do'))?.id ?? 'key'
  return {
    tab,
    organ: isOrgan(query.get('organ')),
    taking: query.has('add'),
    open: query.get('open') as BenchOpen | null,
    /** What it is open of: a name, or names parted by commas. */
    of: query.get('of'),
    setTab: useCallback((next: BenchTab) => ask({ do: next === 'key' ? null : next }), [ask]),
    setOrgan: useCallback((at: Organ | null) => ask({ organ: at }), [ask]),
    setTaking: useCallback((on: boolean) => ask({ add: on ? '' : null }), [ask]),
    show: useCallback(
      (what: BenchOpen, about: string | null = null) => ask({ open: what, of: about }),
      [ask],
    ),
    close: useCallback(() => ask({ open: null, of: null }, true), [ask]),
    toFeatures: useCallback((at: Organ) => ask({ do: 'features', organ: at, open: null, of: null }), [ask]),
  }
}

export type BenchAddress = ReturnType<typeof useBenchAddress>
