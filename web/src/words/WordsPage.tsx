import { TextField } from '@mui/material'
import { useState } from 'react'
import { useGuide } from '../api/queries'
import './WordsPage.css'

/** The words of the keys, searchable, plain words beside each term. */
export function WordsPage() {
  const guide = useGuide().data
  const [wanted, setWanted] = useState('')
  const low = wanted.trim().toLowerCase()
  const terms = (guide?.terms ?? [])
    .filter((t) => !low || `${t.label} ${t.plain} ${t.definition}`.toLowerCase().includes(low))
    .toSorted((a, b) => a.label.localeCompare(b.label))
  return (
    <main className="words">
      <h1>Words of the keys</h1>
      <TextField
        label="Find a word"
        type="search"
        value={wanted}
        onChange={(e) => setWanted(e.target.value)}
      />
      <p aria-live="polite">
        {terms.length} of {guide?.terms.length ?? 0} words
      </p>
      <dl>
        {terms.map((t) => {
          const shown =
            guide?.characters.filter((c) => c.states.some((s) => s.term === t.id)).map((c) => c.label) ?? []
          return (
            <div key={t.id}>
              <dt>
                {t.label} <span>{t.plain}</span>
              </dt>
              <dd>
                {t.definition}{' '}
                {shown.length > 0 && <small>Used for: {shown.join(', ').toLowerCase()}.</small>}
              </dd>
            </div>
          )
        })}
      </dl>
    </main>
  )
}
