import { useState } from 'react'

/** Text being typed, kept on this device until it is cleared, so that a reload loses nothing. */
export function useDraft(slot: string): [string, (text: string) => void] {
  const key = `garten-draft:${slot}`
  const [state, setState] = useState({ key, text: sessionStorage.getItem(key) ?? '' })
  const text = state.key === key ? state.text : (sessionStorage.getItem(key) ?? '')
  const set = (next: string) => {
    if (next) sessionStorage.setItem(key, next)
    else sessionStorage.removeItem(key)
    setState({ key, text: next })
  }
  return [text, set]
}
