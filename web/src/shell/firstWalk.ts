/** How far the walk round of a first visit has come, kept on this device: a step from 0, or done. */
const key = 'garten-first-walk'

/** Told whenever the walk is begun or ended. */
const changed = 'garten-first-walk'

export const firstWalk = {
  /** The step shown; null once it was walked or skipped. */
  step: (): number | null => {
    const kept = localStorage.getItem(key)
    return kept === 'done' ? null : Number(kept ?? 0)
  },
  go: (step: number | null) => {
    localStorage.setItem(key, step === null ? 'done' : String(step))
    window.dispatchEvent(new Event(changed))
  },
  watch: (told: () => void) => {
    window.addEventListener(changed, told)
    return () => window.removeEventListener(changed, told)
  },
}
