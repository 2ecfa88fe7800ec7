import { clsx } from 'clsx'
import { useState } from 'react'
import { Button, MenuItem, TextField } from '@mui/material'
import { useGuide, useSession } from '../../api/queries'
import { SiteField } from '../../kit/SiteField'
import { TaxonPicker } from '../../kit/TaxonPicker'
import recordsCss from './records.module.css'

/** What records are chosen by. */
export interface ChosenRecords {
  site?: string
  taxon?: string
  person?: string
  from?: string
  to?: string
  text?: string
}

interface Props {
  filter: ChosenRecords
  onChange: (part: ChosenRecords) => void
  onClear: () => void
}

/** Chooses records by words, site, taxon, person and days. */
export function RecordFields({ filter, onChange, onClear }: Props) {
  const guide = useGuide().data
  const people = useSession().data?.people
  // On a phone the rest is folded away: most records are found by a word.
  const [more, setMore] = useState(false)
  return (
    <div className={recordsCss.recordsFilter} role="search">
      <TextField
        label="Search"
        type="search"
        value={filter.text ?? ''}
        onChange={(e) => onChange({ text: e.target.value || undefined })}
      />
      <Button
        className={recordsCss.recordsMore}
        color="inherit"
        aria-expanded={more}
        onClick={() => setMore(!more)}
      >
        {more ? 'Fewer fields' : 'By site, taxon, person, day …'}
      </Button>
      <div className={clsx(recordsCss.recordsRest, more && recordsCss.open)}>
        <SiteField
          value={filter.site ?? null}
          onChange={(site) => onChange({ site: site ?? undefined })}
          all
        />
        <div className={recordsCss.recordsTaxon}>
          <TaxonPicker
            taxa={guide?.taxa ?? []}
            label="Taxon, with all below it"
            value={filter.taxon ?? null}
            onPick={(t) => onChange({ taxon: t ?? undefined })}
          />
        </div>
        <TextField
          select
          label="Person"
          value={filter.person ?? ''}
          onChange={(e) => onChange({ person: e.target.value || undefined })}
          sx={{ minWidth: 130 }}
        >
          <MenuItem value="">all</MenuItem>
          {(people ?? []).map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {p.name}
            </MenuItem>
          ))}
        </TextField>
        {(['from', 'to'] as const).map((end) => (
          <TextField
            key={end}
            label={end === 'from' ? 'From' : 'To'}
            type="date"
            value={filter[end] ?? ''}
            onChange={(e) => onChange({ [end]: e.target.value || undefined })}
            slotProps={{ inputLabel: { shrink: true } }}
          />
        ))}
        <Button color="inherit" onClick={onClear}>
          Show all
        </Button>
      </div>
    </div>
  )
}
