import { MenuItem, TextField } from '@mui/material'
import { useCountYears } from './countQueries'

interface Props {
  /** The year; null for all. */
  value: number | null
  onChange: (year: number | null) => void
}

/** Chooses one of the years in which something was counted, the latest first, or all. */
export function CountedYearField({ value, onChange }: Props) {
  const years = (useCountYears().data ?? []).toReversed()
  return (
    <TextField
      select
      label="Year"
      value={value ?? ''}
      onChange={(e) => onChange(e.target.value === '' ? null : Number(e.target.value))}
      slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
      sx={{ minWidth: 110 }}
    >
      <MenuItem value="">all</MenuItem>
      {years.map((y) => (
        <MenuItem key={y} value={y}>
          {y}
        </MenuItem>
      ))}
    </TextField>
  )
}
