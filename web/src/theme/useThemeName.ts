import { useEffect, useState } from 'react'
import { type ThemeName, themeNames } from './theme'

const slot = 'garten-theme'

/** The theme chosen on this device, and how to take the next one. */
export function useThemeName(): [ThemeName, () => void] {
  const [name, setName] = useState<ThemeName>(() => {
    const kept = localStorage.getItem(slot)
    return themeNames.find((n) => n === kept) ?? 'paper'
  })
  useEffect(() => {
    document.documentElement.dataset.theme = name
    localStorage.setItem(slot, name)
  }, [name])
  const next = () => setName(themeNames[(themeNames.indexOf(name) + 1) % themeNames.length] ?? 'paper')
  return [name, next]
}
