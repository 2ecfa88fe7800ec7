/**
 * Keeps the screen on while Garten is looked at, where a person asked for that and the browser can: with a lens in one hand
 * and a twig in the other nobody wakes a phone. The browser lets go of it whenever the page is hidden; it is taken again
 * when somebody looks.
 */
const slot = 'garten-screen-on'
const watchers = new Set<() => void>()
let lock: WakeLockSentinel | null = null
let wanted = false
let failed = false
let begun = false

function tell() {
  for (const w of watchers) w()
}

async function take() {
  if (!wanted || document.hidden || lock) return
  try {
    lock = await navigator.wakeLock.request('screen')
    failed = false
    lock.addEventListener('release', () => (lock = null))
  } catch {
    // An empty battery, or a browser set to save it.
    failed = true
  }
  tell()
}

export const screenAwake = {
  watch: (watcher: () => void) => {
    watchers.add(watcher)
    return () => watchers.delete(watcher)
  },
  /** Whether this browser can. */
  possible: () => 'wakeLock' in navigator,
  wanted: () => wanted,
  /** True where the browser would not, though it was asked. */
  failed: () => wanted && failed,
  /** Asks for it, or lets go of it. */
  want: async (on: boolean) => {
    wanted = on
    failed = false
    localStorage.setItem(slot, on ? 'on' : 'off')
    tell()
    if (on) await take()
    else await lock?.release()
  },
  /** Takes up what was chosen before, once the page is there. */
  begin: () => {
    if (begun || !screenAwake.possible()) return
    begun = true
    wanted = localStorage.getItem(slot) === 'on'
    document.addEventListener('visibilitychange', () => void take())
    void take()
  },
}
