import { clsx } from 'clsx'
import { MenuItem, TextField } from '@mui/material'
import { useSearchParams } from 'react-router'
import { useShowing } from '../../api/queries'
import type { GuideView, Organ } from '../../api/types'
import { isOrgan, organs } from '../../kit/organs'
import { capital } from '../../kit/format'
import { HazardMark } from '../../kit/HazardMark'
import { WeightBar } from '../../kit/WeightBar'
import { TaxonText } from '../../kit/TaxonText'
import kitCss from '../../kit/kit.module.css'
import namesCss from './names.module.css'

interface Props {
  guide: GuideView
  current?: string
  onOpen: (taxon: string) => void
}

/** One feature of one organ, and the plants that show it, the surest first. */
export function ByFeature({ guide, current, onOpen }: Props) {
  const [query, setQuery] = useSearchParams()
  const organ = isOrgan(query.get('organ')) ?? 'leaf'
  const asked = guide.characters.find((c) => c.id === query.get('feature') && c.organ === organ)
  const state = query.get('state') ?? asked?.states[0]?.id
  const chosen = asked && state !== undefined ? { character: asked.id, state } : null
  const shown = useShowing(chosen).data
  const characters = guide.characters.filter((c) => c.organ === organ && c.states.length > 0)
  return (
    <div className={namesCss.guideFeature}>
      <TextField
        select
        label="Organ"
        fullWidth
        value={organ}
        onChange={(e) => {
          setQuery({ organ: e.target.value })
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
          setQuery({ organ, feature: e.target.value })
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
          onChange={(e) => setQuery({ organ, feature: chosen.character, state: e.target.value })}
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
        <p className={kitCss.soft} aria-live="polite">
          {shown.length} {shown.length === 1 ? 'plant shows' : 'plants show'} it; the bar tells how often.
        </p>
      )}
      {chosen &&
        shown?.map((s) => (
          <button
            key={s.taxon.id}
            type="button"
            className={clsx(namesCss.guideLine, namesCss.guideShare)}
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
