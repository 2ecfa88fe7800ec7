import { useState } from 'react'

interface Steps<T> {
  before: T[]
  now: T
  after: T[]
}

/** A value with its past: every change can be taken back and made again. Kept on this device, so that a reload loses nothing. */
export function useHistory<T>(slot: string, first: T) {
  const key = `garten-steps:${slot}`
  const kept = (): Steps<T> => {
    const text = sessionStorage.getItem(key)
    return text ? (JSON.parse(text) as Steps<T>) : { before: [], now: first, after: [] }
  }
  const [state, setState] = useState(() => ({ key, steps: kept() }))
  const steps = state.key === key ? state.steps : kept()
  const put = (next: Steps<T>) => {
    sessionStorage.setItem(key, JSON.stringify(next))
    setState({ key, steps: next })
  }
  const last = steps.before.at(-1)
  const next = steps.after[0]
  return {
    value: steps.now,
    set: (now: T) => put({ before: [...steps.before.slice(-100), steps.now], now, after: [] }),
    undo:
      last !== undefined
        ? () => put({ before: steps.before.slice(0, -1), now: last, after: [steps.now, ...steps.after] })
        : undefined,
    redo:
      next !== undefined
        ? () => put({ before: [...steps.before, steps.now], now: next, after: steps.after.slice(1) })
        : undefined,
  }
}
