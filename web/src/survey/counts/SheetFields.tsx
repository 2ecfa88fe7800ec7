import { clsx } from 'clsx'
import { MenuItem, TextField } from '@mui/material'
import type { SheetContent } from '../../api/types'
import { useMap } from '../map/mapQueries'
import kitCss from '../../kit/kit.module.css'
import countsCss from './counts.module.css'

interface Props {
  sheet: SheetContent
  onChange: (part: Partial<SheetContent>) => void
}

const number = (text: string) => (text.trim() === '' ? null : Number(text))

const Time = (props: { label: string; value: string | null; onChange: (time: string | null) => void }) => (
  <TextField
    type="time"
    label={props.label}
    value={props.value?.slice(0, 5) ?? ''}
    onChange={(e) => props.onChange(e.target.value === '' ? null : `${e.target.value}:00`.slice(0, 8))}
    slotProps={{ inputLabel: { shrink: true } }}
  />
)

/** Effort, plots, weather and company of a count. */
export function SheetFields({ sheet, onChange }: Props) {
  const plots = sheet.protocol === 'quadrats' || sheet.protocol === 'treePlot'
  const places = (useMap().data?.places ?? []).filter(
    (p) => (p.kind === 'plot' || p.kind === 'transect') && (p.site === null || p.site === sheet.site),
  )
  return (
    <div className={clsx(kitCss.row, countsCss.row)}>
      {places.length > 0 && (
        <TextField
          select
          label="Plot or transect on the map"
          value={sheet.place ?? ''}
          onChange={(e) => onChange({ place: e.target.value || null })}
          slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
          sx={{ minWidth: 210 }}
        >
          <MenuItem value="">the site at large</MenuItem>
          {places.map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {p.name}
              {p.size && `, ${p.size}`}
            </MenuItem>
          ))}
        </TextField>
      )}
      {plots && (
        <>
          <TextField
            type="number"
            label="Plots"
            value={sheet.plots}
            onChange={(e) => onChange({ plots: Number(e.target.value) })}
            sx={{ width: 90 }}
          />
          <TextField
            type="number"
            label="Area of a plot, m²"
            placeholder={sheet.place && sheet.plots === 1 ? 'as drawn' : undefined}
            value={sheet.plotAreaM2 ?? ''}
            onChange={(e) => onChange({ plotAreaM2: number(e.target.value) })}
            sx={{ width: 150 }}
            slotProps={{ htmlInput: { step: 'any' } }}
          />
        </>
      )}
      {sheet.protocol === 'lineTransect' && (
        <TextField
          type="number"
          label="Length, m"
          placeholder={sheet.place ? 'as drawn' : undefined}
          value={sheet.lengthM ?? ''}
          onChange={(e) => onChange({ lengthM: number(e.target.value) })}
          sx={{ width: 120 }}
          slotProps={{ htmlInput: { step: 'any' } }}
        />
      )}
      <Time label="Began" value={sheet.started} onChange={(started) => onChange({ started })} />
      <Time label="Ended" value={sheet.ended} onChange={(ended) => onChange({ ended })} />
      <TextField
        label="Who else was there"
        value={sheet.companions}
        onChange={(e) => onChange({ companions: e.target.value })}
      />
      <TextField
        label="Weather"
        value={sheet.weather}
        onChange={(e) => onChange({ weather: e.target.value })}
      />
    </div>
  )
}
