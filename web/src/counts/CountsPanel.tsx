import { Button } from '@mui/material'
import { useState } from 'react'
import { useSession } from '../api/queries'
import { day } from '../shared/format'
import { ProblemNote } from '../shared/ProblemNote'
import { BeginCountForm } from './BeginCountForm'
import { CountPanel } from './CountPanel'
import { useCounts } from './countQueries'
import './counts.css'
import { protocols } from './protocols'

/** Counts by protocol: the list of them, and the one that is open. */
export function CountsPanel() {
  const { data, error } = useCounts()
  const mayRecord = useSession().data?.mayRecord
  const [open, setOpen] = useState<number | 'new' | null>(null)
  return (
    <div className={open === null ? 'count-desk' : 'count-desk count-one'}>
      <nav className="count-list no-print" aria-label="Counts">
        <Button variant="contained" onClick={() => setOpen('new')} disabled={!mayRecord}>
          Begin a count
        </Button>
        <ProblemNote error={error} />
        {data?.length === 0 && <p className="soft">No count yet.</p>}
        <ul>
          {data?.map((c) => (
            <li key={c.id}>
              <button
                type="button"
                aria-current={open === c.id ? 'true' : undefined}
                onClick={() => setOpen(c.id)}
              >
                <b>{c.siteName}</b> {day(c.content.date)}
                <small>
                  {protocols[c.content.protocol].label}, {c.lines} {c.lines === 1 ? 'line' : 'lines'},{' '}
                  {c.recorder}
                </small>
              </button>
            </li>
          ))}
        </ul>
      </nav>
      <div className="count-open">
        {open !== null && (
          <Button className="count-back no-print" onClick={() => setOpen(null)}>
            All counts
          </Button>
        )}
        {open === null && (
          <p className="soft">
            Choose a count, or begin one: a list of a walk, a timed search, quadrats with cover, a line, a
            plot of trees, or a population.
          </p>
        )}
        {open === 'new' && <BeginCountForm onBegun={setOpen} />}
        {typeof open === 'number' && <CountPanel key={open} id={open} />}
      </div>
    </div>
  )
}
