import { useMutationState, useQueryClient } from '@tanstack/react-query'
import { useSyncExternalStore } from 'react'
import { Link } from 'react-router'
import { Button } from '@mui/material'
import { Problem } from '../api/client'
import { clockWords, some, spanWords } from '../kit/format'
import { clock } from '../offline/clock'
import { installation } from '../offline/installation'
import { kept } from '../offline/keptAnswers'
import { outbox, waitedFor } from '../offline/outbox'
import shellCss from './shell.module.css'

const unreached = (error: unknown) => error instanceof Problem && error.unreached

const time = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
})

/** What has waited longer is spoken of, in milliseconds: a device is lost, or cleared, sooner or later. */
const long = 24 * 3_600_000

/** Says that the server is not reached, from when what one sees is, and what waits to be sent; or that a newer Garten is there. */
export function ConnectionNote() {
  const cache = useQueryClient().getQueryCache()
  const reading = useSyncExternalStore(
    (notify) => cache.subscribe(notify),
    () =>
      cache
        .getAll()
        // What nobody looks at any more is not asked again, and says nothing of the server as it is now.
        .filter((q) => q.isActive())
        .some((q) => unreached(q.state.fetchFailureReason) || unreached(q.state.error)),
  )
  const writing = useMutationState({
    select: (m) => unreached(m.state.failureReason) && m.state.status === 'pending',
  }).some(Boolean)
  const away = useSyncExternalStore(kept.watch, kept.away) !== null
  const oldest = useSyncExternalStore(kept.watch, kept.oldest)
  const waiting = useSyncExternalStore(outbox.watch, outbox.all)
  const failed = useSyncExternalStore(outbox.watch, outbox.failed)
  const newer = useSyncExternalStore(installation.watch, installation.state) === 'newer'
  const ahead = useSyncExternalStore(clock.watch, clock.ahead)
  const refused = waiting.filter((c) => c.refused !== null).length
  const waited = waitedFor(waiting) ?? 0
  const alone = reading || writing || away
  if (!alone && refused === 0 && !newer) return null
  return (
    <div className={shellCss.connectionNote} role="status">
      {alone && (
        <>
          Garten is not reached just now.{' '}
          {away && oldest !== null && `You see what this device kept, from ${time.format(oldest)} on. `}
          {writing && failed !== null
            ? `${failed}: keep this page open until what you recorded is sent. `
            : 'What you type and record is kept here and sent by itself. '}
        </>
      )}
      {refused > 0 && `${some(refused, 'change')} ${refused === 1 ? 'was' : 'were'} not taken. `}
      {(refused > 0 || (alone && waiting.length > 0)) && (
        <Link to="/waiting">{some(waiting.length, 'change')} waiting</Link>
      )}
      {waited > long && alone && ` The oldest has waited ${spanWords(waited)}: send it when you can. `}
      {ahead !== 0 && alone && `${clockWords(ahead)} `}
      {newer && !alone && (
        <>
          A newer Garten is on this device.{' '}
          <Button size="small" onClick={installation.take}>
            Take it now
          </Button>
        </>
      )}
    </div>
  )
}
