import { clsx } from 'clsx'
import { Button, TextField } from '@mui/material'
import { useRef, useState } from 'react'
import type { CountView, NameText } from '../../api/types'
import { useAddName } from '../names/nameQueries'
import { kindWords } from '../names/readingWords'
import { EntryNotes } from '../../kit/EntryNotes'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import type { useEntry } from '../../kit/useEntry'
import { useEnterLine, useReading } from './countQueries'
import kitCss from '../../kit/kit.module.css'
import countsCss from './counts.module.css'

interface Props {
  view: CountView
  plot: number
  /** What is typed, and what is on its way. */
  entry: ReturnType<typeof useEntry>
}

/** Quick entry: letters of genus and species, the number, Enter. What was understood stands beside it as it is typed. */
export function LineEntry({ view, plot, entry }: Props) {
  const field = useRef<HTMLInputElement>(null)
  const [refusal, setRefusal] = useState<Error | null>(null)
  const { text } = entry
  const add = useAddName()
  const enter = useEnterLine(view.sheet.id)
  const reading = useReading(view.sheet.id, text).data
  const read = text.trim() === '' ? undefined : reading
  const send = (taxon: string | null) => {
    setRefusal(null)
    field.current?.focus()
    entry.send((line) =>
      enter.mutateAsync({ plot, text: line, taxon, origin: 'wild' }).then(
        () => true,
        (error: Error) => {
          setRefusal(error)
          return false
        },
      ),
    )
  }
  const keep = (name: NameText) =>
    add.mutate(
      { text: name.name, working: name.kind === 'working', family: '' },
      { onSuccess: () => send(null), onError: setRefusal },
    )
  return (
    <form
      className={clsx(countsCss.countEntry, kitCss.noPrint)}
      aria-label="Enter a line"
      onSubmit={(e) => {
        e.preventDefault()
        send(null)
      }}
    >
      <TextField
        inputRef={field}
        autoFocus
        label={`Name and number (${view.usual})`}
        placeholder={view.sheet.content.protocol === 'phenologyWatch' ? 'acemac flower 20' : 'acemac 12'}
        value={text}
        onChange={(e) => entry.setText(e.target.value)}
        autoComplete="off"
        sx={{ width: 330 }}
      />
      <Button type="submit" variant="contained" disabled={text.trim() === ''}>
        Enter
      </Button>
      <div className={countsCss.countReading} aria-live="polite">
        {read?.taxa.length === 1 && read.taxa[0] && (
          <span>
            {read.qualifier !== 'none' && `${read.qualifier}. `}
            <TaxonText name={read.taxa[0].name} />{' '}
            <small>
              {read.taxa[0].common}
              {read.amounts[0] !== null && read.amounts[0] !== undefined && `, ${read.amounts.join(' + ')}`}
            </small>
          </span>
        )}
        {read && read.taxa.length > 1 && (
          <>
            Which?{' '}
            {read.taxa.map((t) => (
              <Button key={t.id} size="small" variant="outlined" onClick={() => send(t.id)}>
                <TaxonText name={t.name} />
              </Button>
            ))}
          </>
        )}
        {read?.fault && <span className={kitCss.soft}> {read.fault}</span>}
        {(read?.inWords ?? []).length > 0 && (
          <span>
            {' '}
            Keep it in words as{' '}
            {(read?.inWords ?? []).map((r) => (
              <Button key={r.kind} size="small" variant="outlined" onClick={() => keep(r)}>
                <span>
                  <TaxonText name={r.name} family={r.kind === 'notIdentified'} />
                  {r.kind !== 'notIdentified' && <small> {kindWords[r.kind]}</small>}
                </span>
              </Button>
            ))}
          </span>
        )}
      </div>
      <EntryNotes entry={entry} />
      <ProblemNote error={refusal} />
    </form>
  )
}
