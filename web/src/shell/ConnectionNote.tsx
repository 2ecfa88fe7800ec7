import { useMutationState, useQueryClient } from '@tanstack/react-query'
import { useSyncExternalStore } from 'react'
import { Problem } from '../api/client'
import shellCss from './shell.module.css'

const unreached = (error: unknown) => error instanceof Problem && error.unreached

/** Says that the server is not reached while requests are being tried again. */
export function ConnectionNote() {
  const cache = useQueryClient().getQueryCache()
  const reading = useSyncExternalStore(
    (notify) => cache.subscribe(notify),
    () => cache.getAll().some((q) => unreached(q.state.fetchFailureReason) || unreached(q.state.error)),
  )
  const writing = useMutationState({
    select: (m) => unreached(m.state.failureReason) && m.state.status === 'pending',
  }).some(Boolean)
  if (!reading && !writing) return null
  return (
    <div className={shellCss.connectionNote} role="status">
      Garten is not reached just now. What you typed is kept
      {writing ? ', and what you recorded is sent as soon as it answers' : ''}. It is tried again by itself.
    </div>
  )
}
