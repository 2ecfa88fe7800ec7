import { clsx } from 'clsx'
import { Button, TextField } from '@mui/material'
import { useState } from 'react'
import type { SurveyName } from '../../api/types'
import { some } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { NameField } from './NameField'
import { useRenameRecords } from './nameQueries'
import kitCss from '../../kit/kit.module.css'
import surveyCss from '../survey.module.css'
import namesCss from './names.module.css'

interface Props {
  of: SurveyName
  /** The name to begin with; null for none. */
  proposed: string | null
  onDone: () => void
}

/** Gives all records of a name in words another name, in one act: a label that has been identified, or one name for two. */
export function RenameForm({ of: name, proposed, onDone }: Props) {
  const rename = useRenameRecords(name.id)
  const [to, setTo] = useState(proposed)
  const [remarks, setRemarks] = useState('')
  return (
    <form
      className={namesCss.namesForm}
      aria-label={`Another name for all records of ${name.name}`}
      onSubmit={(e) => {
        e.preventDefault()
        if (to) rename.mutate({ to, remarks }, { onSuccess: onDone })
      }}
    >
      <p>
        {some(name.records ?? 0, 'record')} named <TaxonText name={name.name} /> will bear the other name.
        Lines keep under what name they were entered; plants get it as their next name, from you and today.
      </p>
      <NameField label="The other name" value={to} onPick={setTo} />
      <TextField label="Remarks" multiline value={remarks} onChange={(e) => setRemarks(e.target.value)} />
      <ProblemNote error={rename.error} />
      <div className={clsx(kitCss.row, surveyCss.row)}>
        <Button type="submit" variant="contained" disabled={!to || rename.isPending}>
          Give it to all
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </form>
  )
}
