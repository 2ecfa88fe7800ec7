import { Alert, Button } from '@mui/material'
import { useState } from 'react'
import type { NameListView, NameColumn } from '../../api/types'
import { ColumnChooser } from '../../kit/ColumnChooser'
import { some } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { useBringInNames } from './nameQueries'
import surveyCss from '../survey.module.css'

const holds: Record<NameColumn, string> = {
  name: 'the name',
  author: 'its author',
  family: 'its family',
  commonNames: 'common names',
  synonyms: 'other names',
  status: 'native or introduced',
  note: 'a note',
}

/** Brings a checklist in as names of the survey: its columns are matched, what is new is shown, and all is kept or nothing. */
export function BringInNames() {
  const bring = useBringInNames()
  const [file, setFile] = useState<File | null>(null)
  const [view, setView] = useState<NameListView | null>(null)
  const send = (chosen: File, columns: (NameColumn | null)[] | null, keep: boolean) =>
    bring.mutate({ file: chosen, columns, keep }, { onSuccess: setView })
  const matched = view?.columns.map((c) => c.holds ?? null) ?? []
  return (
    <section className={surveyCss.import} aria-label="Bring in a checklist">
      <h2>Bring in a checklist</h2>
      <p>
        A table of names as CSV, whatever its columns are called. What the guide has stays the guide’s; the
        rest become names in words.
      </p>
      <Button component="label" variant="outlined">
        Choose a list
        <input
          type="file"
          accept=".csv,.tsv,.txt"
          hidden
          onChange={(e) => {
            const chosen = e.target.files?.[0]
            e.target.value = ''
            if (!chosen) return
            setFile(chosen)
            setView(null)
            send(chosen, null, false)
          }}
        />
      </Button>
      <ProblemNote error={bring.error} />
      {file && view && (
        <>
          <h3>{file.name}</h3>
          <p role="status">
            {view.kept ? 'Brought in: ' : ''}
            {some(view.new, 'new name')}, {view.known} here already
            {view.faults > 0 && `, ${some(view.faults, 'row')} that cannot be read`}.
          </p>
          {!view.kept && (
            <ColumnChooser
              columns={view.columns}
              holds={holds}
              onChange={(columns) => send(file, columns, false)}
            />
          )}
          {view.rows.some((r) => r.fault) && (
            <Alert severity="error" variant="outlined">
              <ul>
                {view.rows
                  .filter((r) => r.fault)
                  .slice(0, 50)
                  .map((r) => (
                    <li key={r.line}>
                      <b>Line {r.line}</b>: {r.fault}
                    </li>
                  ))}
              </ul>
            </Alert>
          )}
          {view.rows.some((r) => r.near.length > 0) && (
            <Alert severity="warning" variant="outlined">
              Near listed names, perhaps misspelt:
              <ul>
                {view.rows
                  .filter((r) => r.near.length > 0)
                  .slice(0, 50)
                  .map((r) => (
                    <li key={r.line}>
                      <b>Line {r.line}</b>: {r.written}, near{' '}
                      {r.near.map((n, i) => (
                        <span key={n.id}>
                          {i > 0 && ', '}
                          <TaxonText name={n.name} />
                        </span>
                      ))}
                    </li>
                  ))}
              </ul>
            </Alert>
          )}
          {!view.kept && (
            <Button
              variant="contained"
              disabled={view.new === 0 || view.faults > 0 || bring.isPending}
              onClick={() => send(file, matched, true)}
            >
              Keep these names
            </Button>
          )}
        </>
      )}
    </section>
  )
}
