import { Autocomplete, Dialog, DialogContent, TextField } from '@mui/material'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { SearchEntry } from '../api/types'
import { TaxonText } from '../kit/TaxonText'
import { foundAt } from './foundAt'
import { useSearch } from './searchQueries'
import shellCss from './shell.module.css'

const kinds: Record<SearchEntry['kind'], string> = {
  plant: 'plant',
  name: 'name',
  ownName: 'name',
  site: 'site',
  action: 'do',
  feature: 'feature',
  term: 'word',
  person: 'person',
}

/** The field and what is found by it. */
export function SearchDialog({ onClose }: { onClose: () => void }) {
  const go = useNavigate()
  const [text, setText] = useState('')
  const found = useSearch(text).data
  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      aria-label="Find"
      className={shellCss.searchDialog}
    >
      <DialogContent>
        <Autocomplete<SearchEntry>
          open={text.trim() !== '' && found !== undefined}
          options={text.trim() === '' ? [] : (found ?? [])}
          filterOptions={(all) => all}
          getOptionLabel={(e) => e.label}
          getOptionKey={(e) => `${e.kind} ${e.id}`}
          isOptionEqualToValue={(a, b) => a.kind === b.kind && a.id === b.id}
          groupBy={undefined}
          autoHighlight
          disablePortal
          value={null}
          inputValue={text}
          onInputChange={(_, next, why) => why === 'input' && setText(next)}
          noOptionsText="Nothing of that name. Try fewer letters, or another word for it."
          onChange={(_, chosen) => {
            if (!chosen) return
            onClose()
            void go(foundAt(chosen))
          }}
          renderOption={({ key, ...props }, e) => (
            <li key={key} {...props} className={`${props.className ?? ''} ${shellCss.searchFound}`}>
              <span>
                {e.kind === 'name' || e.kind === 'ownName' ? <TaxonText name={e.label} /> : e.label}
              </span>
              <small>{e.note}</small>
              <small>{kinds[e.kind]}</small>
            </li>
          )}
          renderInput={(params) => (
            <TextField
              {...params}
              autoFocus
              label="Find a plant, name, site, word, or something to do"
              placeholder="TF-031, vine maple, new count …"
            />
          )}
        />
      </DialogContent>
    </Dialog>
  )
}
