import { Autocomplete, TextField } from '@mui/material'
import type { TaxonView } from '../api/types'
import { TaxonText } from './TaxonText'

interface Props {
  taxa: TaxonView[]
  label: string
  value?: string | null
  autoFocus?: boolean
  onPick: (taxon: string | null) => void
}

/** Finds a taxon by scientific name, synonym or common name. */
export function TaxonPicker({ taxa, label, value = null, autoFocus = false, onPick }: Props) {
  return (
    <Autocomplete
      size="small"
      options={taxa}
      value={taxa.find((t) => t.name.id === value) ?? null}
      autoHighlight
      onChange={(_, taxon) => onPick(taxon?.name.id ?? null)}
      getOptionKey={(t) => t.name.id}
      getOptionLabel={(t) => t.name.name}
      isOptionEqualToValue={(a, b) => a.name.id === b.name.id}
      filterOptions={(options, { inputValue }) => {
        const wanted = inputValue.trim().toLowerCase()
        return options
          .filter((t) =>
            [t.name.name, ...t.commonNames, ...t.synonyms].some((n) => n.toLowerCase().includes(wanted)),
          )
          .slice(0, 40)
      }}
      renderOption={({ key, ...rest }, t) => (
        <li key={key} {...rest}>
          <span>
            <TaxonText name={t.name.name} family={t.name.rank === 'family'} />{' '}
            <span style={{ color: 'var(--soft)' }}>
              {[t.name.rank === 'species' ? '' : t.name.rank, t.name.common].filter(Boolean).join(', ')}
            </span>
          </span>
        </li>
      )}
      renderInput={(params) => <TextField {...params} label={label} autoFocus={autoFocus} />}
    />
  )
}
