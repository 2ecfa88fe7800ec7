import { useSyncExternalStore } from 'react'
import type { CharacterView } from '../../api/types'
import { outbox } from '../../offline/outbox'
import kitCss from '../../kit/kit.module.css'

interface Props {
  character: CharacterView
  /** The visit it was seen on. */
  visit: string
}

/** Says of a feature that what is shown of it lies on this device alone. */
export function KeptHere({ character: c, visit }: Props) {
  const left = useSyncExternalStore(outbox.watch, outbox.left)
  const end = `/visits/${visit}/features/${c.id}`
  const waits = left.some((w) => w.address.split('?')[0]?.endsWith(end))
  return waits && <div className={kitCss.soft}>Kept on this device, not sent yet.</div>
}
