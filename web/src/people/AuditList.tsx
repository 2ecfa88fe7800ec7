import { MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import type { PersonAccess } from '../api/types'
import { ProblemNote } from '../kit/ProblemNote'
import { usePlants } from '../api/queries'
import { useAudit } from './accessQueries'
import { roles } from './roles'
import kitCss from '../kit/kit.module.css'
import peopleCss from './people.module.css'

/** Minutes a change waited before it arrived. */
const wait = (asked: string, at: string) => (Date.parse(at) - Date.parse(asked)) / 60_000

const moment = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
})

/** "takePlant" as people read it: "take plant". */
const spoken = (what: string) => what.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)

/** What was done in the survey, the latest first. */
export function AuditList({ people }: { people: PersonAccess[] }) {
  const tags = new Map(usePlants().data?.map((p) => [p.id, p.tag]))
  // Ids are for machines: a plant is told by its tag.
  const told = (path: string) =>
    path
      .replace('/api', '')
      .replace(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g, (id) => tags.get(id) ?? '…')
  const [person, setPerson] = useState<string | null>(null)
  const { data, error } = useAudit(person)
  return (
    <section aria-labelledby="entries">
      <div className={peopleCss.peopleEntriesHead}>
        <h2 id="entries">What was done</h2>
        <TextField
          select
          size="small"
          label="By"
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          value={person ?? ''}
          onChange={(e) => setPerson(e.target.value || null)}
          sx={{ minWidth: 160 }}
        >
          <MenuItem value="">everyone</MenuItem>
          {people.map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {p.name}
            </MenuItem>
          ))}
        </TextField>
      </div>
      <ProblemNote error={error} />
      {data?.length === 0 && <p className={kitCss.soft}>Nothing yet.</p>}
      <ol className={peopleCss.peopleEntries}>
        {data?.map((d) => (
          <li key={d.id} className={d.status >= 400 ? peopleCss.refused : undefined}>
            <time dateTime={d.at}>
              {moment.format(new Date(d.at))}
              {d.asked && wait(d.asked, d.at) > 1 && (
                <small>, asked for {moment.format(new Date(d.asked))}</small>
              )}
            </time>
            <b>{d.person ?? 'somebody not signed in'}</b>
            <span>{d.role ? roles[d.role].label.toLowerCase() : ''}</span>
            <span>
              {spoken(d.what)}
              {d.status >= 400 && ' (refused)'}
            </span>
            <code>{told(d.path)}</code>
          </li>
        ))}
      </ol>
    </section>
  )
}
