import { useEffect, useState } from 'react'
import type { WaitingChange } from '../offline/database'
import { waitedFor } from '../offline/outbox'
import { spanWords } from '../kit/format'
import kitCss from '../kit/kit.module.css'

const hour = 3_600_000

/** What may be lost with this device: how long the oldest change waits, and whether the browser may clear them by itself. */
export function AtRisk({ changes }: { changes: readonly WaitingChange[] }) {
  const [lasting, setLasting] = useState(true)
  useEffect(() => {
    void navigator.storage?.persisted?.().then(setLasting, () => undefined)
  }, [])
  const waited = waitedFor(changes)
  if (waited === null || (lasting && waited <= hour)) return null
  return (
    <p className={lasting ? kitCss.soft : kitCss.caution}>
      {waited > hour && `The oldest has waited ${spanWords(waited)}. `}
      {!lasting &&
        'This browser may clear what it keeps when room runs short: send soon, or save it as a file.'}
    </p>
  )
}
