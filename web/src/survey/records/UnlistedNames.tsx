import { Alert, FormControlLabel, Switch } from '@mui/material'
import type { ImportView } from '../../api/types'
import { kindWords } from '../names/readingWords'
import { some } from '../../kit/format'
import { TaxonText } from '../../kit/TaxonText'

interface Props {
  names: ImportView['unlisted']
  kept: boolean
  /** Null where nothing is left to choose. */
  onKeep: ((keep: boolean) => void) | null
}

const most = 40

/** Names of a file that no list has: one question for all of them, with what each would be kept as. */
export function UnlistedNames({ names, kept, onKeep }: Props) {
  return (
    <Alert severity={kept ? 'info' : 'warning'} variant="outlined">
      {some(names.length, 'name')} of the file {names.length === 1 ? 'stands' : 'stand'} on no list.
      {onKeep && (
        <FormControlLabel
          sx={{ display: 'block' }}
          control={<Switch checked={kept} onChange={(_, on) => onKeep(on)} />}
          label="Keep them as names in words"
        />
      )}
      <ul>
        {names.slice(0, most).map((n) => (
          <li key={n.written}>
            {n.written} <small>({some(n.rows, 'row')})</small>
            {kept && (
              <>
                {' '}
                as <TaxonText name={n.read.name} family={n.read.kind === 'notIdentified'} />
                {n.read.kind !== 'notIdentified' && `, ${kindWords[n.read.kind]}`}
              </>
            )}
            {n.near.length > 0 && (
              <b>
                {' '}
                near{' '}
                {n.near.map((t, i) => (
                  <span key={t.id}>
                    {i > 0 && ', '}
                    <TaxonText name={t.name} />
                  </span>
                ))}
                : misspelt?
              </b>
            )}
          </li>
        ))}
      </ul>
      {names.length > most && `and ${names.length - most} more.`}
    </Alert>
  )
}
