import { useState } from 'react'

/** What is being filled in, kept on this device until it is cleared, so that a reload loses nothing: `useKept('tree', blank)`. */
export function useKept<T extends object>(slot: string, first: T) {
  const key = `garten-kept:${slot}`
  const [value, setValue] = useState<T>(() => {
    const kept = sessionStorage.getItem(key)
    return kept ? { ...first, ...(JSON.parse(kept) as Partial<T>) } : first
  })
  const set = (part: Partial<T>) =>
    setValue((now) => {
      const next = { ...now, ...part }
      sessionStorage.setItem(key, JSON.stringify(next))
      return next
    })
  const clear = () => {
    sessionStorage.removeItem(key)
    setValue(first)
  }
  return [value, set, clear] as const
}
