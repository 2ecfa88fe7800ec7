import { Alert, Button, LinearProgress } from '@mui/material'
import { useRef, useState } from 'react'
import type { ImportColumn, ImportView } from '../../api/types'
import { ColumnChooser } from '../../kit/ColumnChooser'
import { some } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { UnlistedNames } from './UnlistedNames'
import { useImport } from './importQueries'
import surveyCss from '../survey.module.css'
import recordsCss from './records.module.css'

const holds: Record<ImportColumn, string> = {
  date: 'the day',
  site: 'the site',
  name: 'the plant',
  amount: 'the number',
  unit: 'what it counts',
  recorder: 'who recorded',
  origin: 'wild, naturalised or planted',
  note: 'a note',
  plot: 'number of the plot',
  plotArea: 'size of a plot, m²',
  family: 'family of the plant',
}

/** Brings a table of records in: its columns are matched, what would change is shown, and all is kept or nothing. */
export function ImportPanel() {
  const bring = useImport()
  const stop = useRef<AbortController | null>(null)
  const [file, setFile] = useState<File | null>(null)
  const [view, setView] = useState<ImportView | null>(null)
  const [share, setShare] = useState(0)
  const [inWords, setInWords] = useState(false)
  const send = (
    chosen: File,
    columns: (ImportColumn | null)[] | null,
    keep: boolean,
    words: boolean = inWords,
  ) => {
    stop.current?.abort()
    stop.current = new AbortController()
    setShare(0)
    bring.mutate(
      { file: chosen, columns, keep, inWords: words, signal: stop.current.signal, onShare: setShare },
      { onSuccess: setView },
    )
  }
  const matched = view?.columns.map((c) => c.holds) ?? []
  return (
    <div className={surveyCss.import}>
      <p>
        A table as CSV, one record a row, whatever its columns are called and in whatever order: the day, the
        site and the plant must be there. Each day, site and recorder becomes one walk-through list among the
        counts, or quadrats where the table numbers its plots and says how large they are. Or a Darwin Core
        archive: its events become visits with their plots, sites it names are added, and plants followed with
        Garten return with their visits, features, photographs and names.
      </p>
      <Button component="label" variant="outlined">
        Choose a table or an archive
        <input
          type="file"
          accept=".csv,.tsv,.txt,.zip"
          hidden
          onChange={(e) => {
            const chosen = e.target.files?.[0]
            e.target.value = ''
            if (!chosen) return
            setFile(chosen)
            setView(null)
            setInWords(false)
            send(chosen, null, false, false)
          }}
        />
      </Button>
      {bring.isPending && (
        <div className={recordsCss.importWait} role="status">
          <LinearProgress variant="determinate" value={100 * share} aria-label="How far it is" />
          <span>{Math.floor(100 * share)}&nbsp;%</span>
          <Button
            onClick={() => {
              stop.current?.abort()
              bring.reset()
            }}
          >
            Stop; nothing is kept
          </Button>
        </div>
      )}
      <ProblemNote error={bring.error} />
      {file && view && (
        <>
          <h2>{file.name}</h2>
          <p role="status">{summary(view)}</p>
          {view.faultCount > 0 && (
            <Alert severity="error" variant="outlined">
              <ul>
                {view.faults.map((f) => (
                  <li key={`${f.file} ${f.line} ${f.column} ${f.says}`}>
                    {f.file && `${f.file}: `}
                    {f.line > 0 && <b>Line {f.line}</b>}
                    {f.column && `, ${f.column}`}
                    {f.line > 0 && ': '}
                    {f.says}
                  </li>
                ))}
              </ul>
              {view.faultCount > view.faults.length && `and ${view.faultCount - view.faults.length} more.`}
            </Alert>
          )}
          {view.change && view.change.differing.length > 0 && (
            <Alert severity="warning" variant="outlined">
              In {some(view.change.differing.length, 'line')} the number differs from the one here, which
              stays: line {view.change.differing.slice(0, 20).join(', ')}.
            </Alert>
          )}
          {view.unlisted.length > 0 && (
            <UnlistedNames
              names={view.unlisted}
              kept={inWords}
              onKeep={
                view.kept
                  ? null
                  : (words) => {
                      setInWords(words)
                      send(file, view.columns.length > 0 ? matched : null, false, words)
                    }
              }
            />
          )}
          {view.left.map((says) => (
            <p key={says}>{says}</p>
          ))}
          {!view.kept && view.columns.length > 0 && (
            <ColumnChooser
              columns={view.columns}
              holds={holds}
              onChange={(columns) => send(file, columns, false)}
            />
          )}
          {!view.kept && (
            <Button
              variant="contained"
              disabled={!view.change || added(view.change) === 0 || bring.isPending}
              onClick={() => send(file, view.columns.length > 0 ? matched : null, true)}
            >
              Keep these records
            </Button>
          )}
        </>
      )}
    </div>
  )
}

/** How much there is to keep. */
const added = ({ sheets, lines, plants }: NonNullable<ImportView['change']>) =>
  sheets + lines + plants.plants + plants.visits + plants.names + plants.pictures + plants.details

function summary({ rows, faultCount, merged, change, kept }: ImportView) {
  if (!change)
    return `${some(rows, 'row')}. Nothing can be kept while ${some(faultCount, 'fault')} ${faultCount === 1 ? 'stands' : 'stand'} in the way.`
  if (added(change) === 0 && !kept)
    return `${some(rows, 'row')}. Nothing in ${rows === 1 ? 'it' : 'them'} is new here, so there is nothing to keep.`
  const { plants } = change
  const parts = [
    `${some(rows, 'row')}: ${kept ? 'brought in were' : 'it would bring'} ${some(change.lines, 'record')} on ${some(change.sheets, 'new count')}.`,
    plants.visits + plants.names + plants.pictures > 0 &&
      `${some(plants.plants, 'followed plant')}, ${some(plants.visits, 'visit')} to them, ${some(plants.features, 'feature')}, ${some(plants.pictures, 'photograph')} and ${some(plants.names, 'name')} ${kept ? 'were added' : 'would be added'}.`,
    plants.details > 0 &&
      `${some(plants.details, 'detail')} of their care and study ${kept ? 'were added' : 'would be added'}: landmarks, threats, reviews, walks of keys and the like.`,
    change.known > 0 && `${some(change.known, 'record is', 'records are')} here already.`,
    merged > 0 &&
      `${some(merged, 'row names', 'rows name')} a plant again on the same list; the numbers are added up.`,
    change.sites.length > 0 && `New sites: ${change.sites.slice(0, 10).join(', ')}.`,
    change.people.length > 0 && `New names: ${change.people.slice(0, 10).join(', ')}.`,
  ]
  return parts.filter(Boolean).join(' ')
}
