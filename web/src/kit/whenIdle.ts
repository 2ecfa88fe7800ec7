/** How long something may wait for a quiet moment, in milliseconds. */
const longest = 4000

/** Does something once the page has nothing better to do; the answer calls it off. */
export function whenIdle(act: () => void) {
  if (!('requestIdleCallback' in window)) {
    const timer = setTimeout(act, longest / 2)
    return () => clearTimeout(timer)
  }
  const asked = requestIdleCallback(act, { timeout: longest })
  return () => cancelIdleCallback(asked)
}
