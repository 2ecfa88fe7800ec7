import type { QueryClient } from '@tanstack/react-query'

/** How long everything must have arrived, and the longest that is waited for it, in milliseconds. */
const settled = 600
const longest = 6000

/**
 * Does something heavy once what the view asked for is there and drawn, so that it takes no time from either; the answer
 * calls it off. A page that never comes to rest is not waited for longer than six seconds.
 */
export function whenQuiet(client: QueryClient, act: () => void) {
  const began = performance.now()
  let quietSince = began
  let timer = setTimeout(look, settled)
  function look() {
    const now = performance.now()
    if (client.isFetching() > 0) quietSince = now
    if (now - quietSince >= settled || now - began >= longest) act()
    else timer = setTimeout(look, settled / 4)
  }
  return () => clearTimeout(timer)
}
