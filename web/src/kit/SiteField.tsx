import { MenuItem, TextField } from '@mui/material'
import { useSites } from '../api/queries'

interface Props {
  /** Number of the site; null for all. */
  value: string | null
  onChange: (site: string | null) => void
  /** True where all sites can be chosen as well. */
  all?: boolean
}

/** Chooses a site. */
export function SiteField({ value, onChange, all = false }: Props) {
  const sites = useSites().data ?? []
  return (
    <TextField
      select
      label="Site"
      value={sites.some((s) => s.id === value) ? value : ''}
      onChange={(e) => onChange(e.target.value === '' ? null : e.target.value)}
      slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
      sx={{ minWidth: 170 }}
    >
      {all && <MenuItem value="">all</MenuItem>}
      {sites.map((s) => (
        <MenuItem key={s.id} value={String(s.id)}>
          {s.name}
        </MenuItem>
      ))}
    </TextField>
  )
}
