import { useEffect, useState } from 'react'
import { type ThemeName, themeNames } from './theme'

const slot = 'garten-theme'

/** The theme chosen on this device, or else what the device asks for: dark where it is set to dark. */
const chosen = (): ThemeName =>
  themeNames.find((n) => n === localStorage.getItem(slot)) ??
  (matchMedia('(prefers-color-scheme: dark)').matches ? 'lamp' : 'paper')

/** The theme of this device, and how to choose another; all its windows follow. */
export function useThemeName(): [ThemeName, (name: ThemeName) => void] {
  const [name, setName] = useState<ThemeName>(chosen)
  useEffect(() => {
    const wear = (theme: ThemeName) => () => (document.documentElement.dataset.theme = theme)
    wear(name)()
    // Ink on paper, whatever the screen wears.
    const [toPaper, back] = [wear('paper'), wear(name)]
    addEventListener('beforeprint', toPaper)
    addEventListener('afterprint', back)
    return () => {
      removeEventListener('beforeprint', toPaper)
      removeEventListener('afterprint', back)
    }
  }, [name])
  useEffect(() => {
    const follow = (e: StorageEvent) => {
      if (e.key === slot) setName(chosen())
    }
    addEventListener('storage', follow)
    return () => removeEventListener('storage', follow)
  }, [])
  const choose = (next: ThemeName) => {
    localStorage.setItem(slot, next)
    setName(next)
  }
  return [name, choose]
}
