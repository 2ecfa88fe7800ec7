import type { QueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { whenQuiet } from '../kit/whenQuiet'
import { kept, reached } from './keptAnswers'
import { outbox, sendLeft } from './outbox'

/** How long it waits before it looks for the server again: longer each time, in milliseconds. */
const pause = (n: number) => Math.min(2000 * 2 ** n, 60_000)

const answers = () =>
  fetch('/api/health', { cache: 'no-store' }).then(
    (r) => r.status < 500,
    () => false,
  )

/**
 * Sends what was left behind as soon as the server is there: at the start, when the network comes back, when somebody
 * looks at the page again, and at growing distances meanwhile. A page nobody looks at asks nothing.
 */
export function useAway(client: QueryClient, person: string | null) {
  useEffect(() => {
    if (person === null) return
    let timer: ReturnType<typeof setTimeout> | undefined
    let tries = 0
    let trying = false
    // What is on screen may be older than the server knows it.
    let behind = false
    const later = () => {
      clearTimeout(timer)
      timer = setTimeout(() => void look(), pause(tries++))
    }
    const look = async () => {
      if (document.hidden || trying) return
      trying = true
      clearTimeout(timer)
      const there = kept.away() === null || (await answers())
      if (there) reached()
      const { sent, left } = there ? await sendLeft() : { sent: 0, left: true }
      if (there && (behind || sent > 0)) {
        behind = false
        await client.invalidateQueries()
      }
      trying = false
      // What was recorded meanwhile went behind what was being sent.
      if (left || kept.away() !== null || outbox.left().length > 0) later()
      else tries = 0
    }
    const soon = () => {
      tries = 0
      void look()
    }
    const gone = kept.watch(() => {
      if (kept.away() === null) {
        // Whoever reached the server first says so for all.
        if (behind) soon()
        return
      }
      behind = true
      later()
    })
    // What is to be sent once more, or was left behind just now, goes as long as the server is there.
    const more = outbox.watch(() => {
      if (outbox.left().length === 0 || trying || kept.away() !== null) return
      clearTimeout(timer)
      timer = setTimeout(() => void look(), 200)
    })
    outbox.of(person)
    const callOff = whenQuiet(client, () => void outbox.look().then(look))
    window.addEventListener('online', soon)
    document.addEventListener('visibilitychange', soon)
    return () => {
      clearTimeout(timer)
      callOff()
      gone()
      more()
      window.removeEventListener('online', soon)
      document.removeEventListener('visibilitychange', soon)
    }
  }, [client, person])
}
