import { MenuItem, TextField } from '@mui/material'
import type { Alteration, LifeStage, PlantPart, Sex, VisitContent } from '../../api/types'
import { words } from '../../kit/format'
import kitCss from '../../kit/kit.module.css'

const stages: LifeStage[] = ['seedling', 'sapling', 'resprout', 'mature', 'rosette', 'remains']
const sexes: Sex[] = ['male', 'female', 'both']
const parts: Record<PlantPart, string> = {
  buds: 'winter buds',
  leaves: 'leaves',
  flowers: 'open flowers',
  fruit: 'fruit',
}
const alterations: Alteration[] = ['mown', 'browsed', 'pruned', 'galled']

/** An empty visit of today. */
export const blankVisit = (today: string): VisitContent => ({
  date: today,
  stage: 'mature',
  sex: null,
  parts: [],
  altered: [],
  note: '',
})

function Checks<T extends string>(props: {
  legend: string
  options: readonly (readonly [T, string])[]
  chosen: readonly T[]
  onChange: (chosen: T[]) => void
}) {
  return (
    <fieldset className={kitCss.checks}>
      <legend>{props.legend}</legend>
      {props.options.map(([id, text]) => (
        <label key={id}>
          <input
            type="checkbox"
            checked={props.chosen.includes(id)}
            onChange={(e) =>
              props.onChange(e.target.checked ? [...props.chosen, id] : props.chosen.filter((c) => c !== id))
            }
          />{' '}
          {text}
        </label>
      ))}
    </fieldset>
  )
}

/** What is noted of a plant on a visit. */
export function VisitFields({
  value,
  today,
  onChange,
}: {
  value: VisitContent
  today: string
  onChange: (value: VisitContent) => void
}) {
  return (
    <>
      <div className={kitCss.row}>
        <TextField
          label="Date"
          type="date"
          value={value.date}
          onChange={(e) => onChange({ ...value, date: e.target.value })}
          slotProps={{ inputLabel: { shrink: true }, htmlInput: { max: today } }}
        />
        <TextField
          select
          label="Life stage"
          value={value.stage ?? ''}
          onChange={(e) => onChange({ ...value, stage: (e.target.value || null) as LifeStage | null })}
          sx={{ minWidth: 130 }}
        >
          <MenuItem value="">not noted</MenuItem>
          {stages.map((s) => (
            <MenuItem key={s} value={s}>
              {words(s)}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Sex"
          value={value.sex ?? ''}
          onChange={(e) => onChange({ ...value, sex: (e.target.value || null) as Sex | null })}
          sx={{ minWidth: 130 }}
        >
          <MenuItem value="">not known</MenuItem>
          {sexes.map((s) => (
            <MenuItem key={s} value={s}>
              {s === 'both' ? 'both in one' : s}
            </MenuItem>
          ))}
        </TextField>
      </div>
      <Checks
        legend="On it today"
        options={Object.entries(parts) as [PlantPart, string][]}
        chosen={value.parts ?? []}
        onChange={(chosen) => onChange({ ...value, parts: chosen })}
      />
      <Checks
        legend="Changed by"
        options={alterations.map((a) => [a, a] as const)}
        chosen={value.altered ?? []}
        onChange={(chosen) => onChange({ ...value, altered: chosen })}
      />
      <TextField
        label="Note"
        fullWidth
        margin="dense"
        multiline
        value={value.note ?? ''}
        onChange={(e) => onChange({ ...value, note: e.target.value })}
      />
    </>
  )
}
