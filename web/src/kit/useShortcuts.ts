import { useEffect } from 'react'

/** What each key does; the name is KeyboardEvent.key, with "ctrl+" and "shift+" before it where held. */
export type Shortcuts = Record<string, (() => void) | undefined>

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    target.matches(
      'input:not([type=checkbox]):not([type=radio]), textarea, select, [role=combobox], [role=menuitem], [role=option]',
    ))

/** Whether keys without Ctrl act; who dictates or leans on the keyboard switches them off. Kept on this device. */
export const singleKeys = {
  on: () => localStorage.getItem('garten-single-keys') !== 'off',
  set: (on: boolean) => localStorage.setItem('garten-single-keys', on ? 'on' : 'off'),
}

/** Listens for keys while mounted. Keys typed into fields, and keys while a dialog is open, are left alone. */
export function useShortcuts(shortcuts: Shortcuts, enabled = true) {
  useEffect(() => {
    if (!enabled) return
    const onKey = (e: KeyboardEvent) => {
      if (
        e.defaultPrevented ||
        e.altKey ||
        typing(e.target) ||
        document.querySelector('[role=dialog], [role=menu]')
      )
        return
      const held = `${e.ctrlKey || e.metaKey ? 'ctrl+' : ''}${e.shiftKey && e.key.length > 1 ? 'shift+' : ''}`
      if (held !== 'ctrl+' && e.key !== '?' && !singleKeys.on()) return
      const act = shortcuts[held + (e.key.length === 1 && held === '' ? e.key.toLowerCase() : e.key)]
      if (!act) return
      e.preventDefault()
      act()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  })
}
