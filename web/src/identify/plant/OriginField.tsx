import { MenuItem, TextField } from '@mui/material'
import type { Origin } from '../../api/types'

/** Wild, naturalised or planted. */
export function OriginField({ value, onChange }: { value: Origin; onChange: (value: Origin) => void }) {
  return (
    <TextField
      select
      label="It grows"
      value={value}
      onChange={(e) => onChange(e.target.value as Origin)}
      sx={{ minWidth: 120 }}
    >
      <MenuItem value="wild">wild</MenuItem>
      <MenuItem value="naturalised">naturalised</MenuItem>
      <MenuItem value="planted">planted</MenuItem>
      <MenuItem value="unknown">not known</MenuItem>
    </TextField>
  )
}
