import { MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import { useShowing } from '../api/queries'
import type { GuideView, Organ } from '../api/types'
import { organs } from '../bench/organs'
import { capital } from '../shared/format'
import { HazardMark } from '../shared/HazardMark'
import { WeightBar } from '../bench/WeightBar'
import { TaxonText } from '../shared/TaxonText'

interface Props {
  guide: GuideView
  current?: string
  onOpen: (taxon: string) => void
}

/** One feature of one organ, and the plants that show it, the surest first. */
export function ByFeature({ guide, current, onOpen }: Props) {
  const [organ, setOrgan] = useState<Organ>('leaf')
  const [chosen, setChosen] = useState<{ character: string; state: string } | null>(null)
  const shown = useShowing(chosen).data
  const characters = guide.characters.filter((c) => c.organ === organ && c.states.length > 0)
  return (
    <div className="guide-feature">
      <TextField
        select
        label="Organ"
        fullWidth
        value={organ}
        onChange={(e) => {
          setOrgan(e.target.value as Organ)
          setChosen(null)
        }}
      >
        {(Object.keys(organs) as Organ[]).map((o) => (
          <MenuItem key={o} value={o}>
            {capital(organs[o])}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        label="Feature"
        fullWidth
        value={chosen?.character ?? ''}
        onChange={(e) => {
          const first = characters.find((c) => c.id === e.target.value)?.states[0]
          if (first) setChosen({ character: e.target.value, state: first.id })
        }}
      >
        {characters.map((c) => (
          <MenuItem key={c.id} value={c.id}>
            {c.label}
          </MenuItem>
        ))}
      </TextField>
      {chosen && (
        <TextField
          select
          label="Shows"
          fullWidth
          value={chosen.state}
          onChange={(e) => setChosen({ ...chosen, state: e.target.value })}
        >
          {characters
            .find((c) => c.id === chosen.character)
            ?.states.map((s) => (
              <MenuItem key={s.id} value={s.id}>
                {s.label}
              </MenuItem>
            ))}
        </TextField>
      )}
      {chosen && shown && (
        <p className="soft" aria-live="polite">
          {shown.length} {shown.length === 1 ? 'plant shows' : 'plants show'} it; the bar tells how often.
        </p>
      )}
      {chosen &&
        shown?.map((s) => (
          <button
            key={s.taxon.id}
            type="button"
            className="guide-line guide-share"
            aria-current={s.taxon.id === current ? 'page' : undefined}
            title={s.words}
            onClick={() => onOpen(s.taxon.id)}
          >
            <span>
              <TaxonText name={s.taxon.name} />
              <HazardMark hazards={guide.taxa.find((t) => t.name.id === s.taxon.id)?.hazards ?? []} />
            </span>
            <WeightBar mass={s.share} />
            <small>{s.family}</small>
          </button>
        ))}
    </div>
  )
}
