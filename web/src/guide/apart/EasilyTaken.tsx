import { Button } from '@mui/material'
import { useState } from 'react'
import { useLookAlikes } from '../../api/queries'
import { Awaited } from '../../kit/Awaited'
import { HazardMark } from '../../kit/HazardMark'
import { TaxonText } from '../../kit/TaxonText'
import apartCss from './apart.module.css'

const few = 12

/** The pairs most easily taken for each other, those that can kill first; pressed, the two are told apart. */
export function EasilyTaken({ onApart }: { onApart: (pair: [string, string]) => void }) {
  const [all, setAll] = useState(false)
  const pairs = useLookAlikes().data
  if (!pairs) return <Awaited lines={few} />
  if (pairs.length === 0) return null
  return (
    <section aria-label="Easily taken for each other">
      <h2>Easily taken for each other</h2>
      <ul className={apartCss.easilyTaken}>
        {pairs.slice(0, all ? pairs.length : few).map((p) => (
          <li key={`${p.one.id} ${p.other.id}`}>
            <button type="button" onClick={() => onApart([p.one.id, p.other.id])}>
              <span>
                <TaxonText name={p.one.name} /> and <TaxonText name={p.other.name} />
                <HazardMark hazards={p.hazards} />
              </span>
              <small>{p.text}</small>
            </button>
          </li>
        ))}
      </ul>
      {!all && pairs.length > few && <Button onClick={() => setAll(true)}>All {pairs.length} pairs</Button>}
    </section>
  )
}
