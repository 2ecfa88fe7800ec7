import { useSyncExternalStore } from 'react'
import type { CharacterView, ObservationInput } from '../../api/types'
import { kept } from '../../offline/keptAnswers'
import { outbox } from '../../offline/outbox'
import kitCss from '../../kit/kit.module.css'

interface Props {
  character: CharacterView
  /** The visit it was seen on. */
  visit: string
}

/** What was recorded of a feature while the server is away: it lies on this device, and is not on the sheet yet. */
export function KeptHere({ character: c, visit }: Props) {
  const away = useSyncExternalStore(kept.watch, kept.away) !== null
  const waiting = useSyncExternalStore(outbox.watch, outbox.all)
  const last = waiting.findLast((w) => w.address.endsWith(`/visits/${visit}/features/${c.id}`))
  if (!away || !last) return null
  const { states, entry }: Partial<ObservationInput> =
    typeof last.content === 'string' && last.content ? JSON.parse(last.content) : {}
  const seen = (states ?? []).map((s) => c.states.find((x) => x.id === s)?.label ?? s).join(' or ')
  return (
    <div className={kitCss.caution}>
      Kept on this device, not sent yet:{' '}
      {last.method === 'DELETE' ? 'taken back' : seen || entry || 'recorded'}.
    </div>
  )
}
