import { Autocomplete, TextField } from '@mui/material'
import { useState } from 'react'
import { useGuide } from '../../api/queries'
import type { TaxonName } from '../../api/types'
import { TaxonText } from '../../kit/TaxonText'
import { InWords } from './InWords'
import { useSurveyNames } from './nameQueries'

interface Props {
  label: string
  value: string | null
  autoFocus?: boolean
  onPick: (name: string | null) => void
}

interface Option {
  name: TaxonName
  /** All it is called by. */
  called: string[]
  /** What was typed, where nothing on the lists was chosen: it is asked what it means. */
  typed?: string
}

const most = 40

/**
 * A name of any kind: of the guide, of the survey's own list, or one that stands on no list and is kept in words after one
 * question. Where only what the guide describes will do, `TaxonPicker` is the field to use.
 */
export function NameField({ label, value, autoFocus = false, onPick }: Props) {
  const guide = useGuide().data
  const own = useSurveyNames().data
  const [typed, setTyped] = useState<string | null>(null)
  const options: Option[] = [
    ...(guide?.taxa ?? []).map((t) => ({
      name: t.name,
      called: [t.name.name, ...t.commonNames, ...t.synonyms],
    })),
    ...(own ?? [])
      .filter(({ name }) => !name.away)
      .map(({ name }) => ({
        name: {
          id: name.id,
          name: name.name,
          rank: name.rank,
          common: name.content.commonNames[0] ?? '',
        },
        called: [name.name, ...name.content.commonNames, ...name.content.synonyms],
      })),
  ]
  return (
    <div>
      <Autocomplete
        size="small"
        options={options}
        value={options.find((o) => o.name.id === value) ?? null}
        autoHighlight
        onChange={(_, o) => {
          setTyped(o?.typed ?? null)
          onPick(o && o.typed === undefined ? o.name.id : null)
        }}
        getOptionKey={(o) => o.typed ?? o.name.id}
        getOptionLabel={(o) => o.typed ?? o.name.name}
        isOptionEqualToValue={(a, b) => a.name.id === b.name.id}
        filterOptions={(all, { inputValue }): Option[] => {
          const wanted = inputValue.trim().toLowerCase()
          const found = all
            .filter((o) => o.called.some((n) => n.toLowerCase().includes(wanted)))
            .slice(0, most)
          const exact = found.some((o) => o.name.name.toLowerCase() === wanted)
          // What the lists hold is not known before they are here.
          return wanted === '' || exact || !guide || !own
            ? found
            : [
                ...found,
                {
                  name: { id: '', name: inputValue, rank: 'species', common: '' },
                  called: [],
                  typed: inputValue,
                },
              ]
        }}
        renderOption={({ key, ...rest }, o) => (
          <li key={key} {...rest}>
            {o.typed === undefined ? (
              <span>
                <TaxonText name={o.name.name} family={o.name.rank === 'family'} />{' '}
                <span style={{ color: 'var(--soft)' }}>
                  {[o.name.rank === 'species' || o.name.rank === 'unranked' ? '' : o.name.rank, o.name.common]
                    .filter(Boolean)
                    .join(', ')}
                </span>
              </span>
            ) : (
              <span>
                Another name: <b>{o.typed.trim()}</b>
              </span>
            )}
          </li>
        )}
        renderInput={(params) => <TextField {...params} label={label} autoFocus={autoFocus} />}
      />
      {typed !== null && value === null && (
        <InWords
          text={typed}
          onTake={(name) => {
            setTyped(null)
            onPick(name)
          }}
        />
      )}
    </div>
  )
}
