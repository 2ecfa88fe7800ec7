import { clsx } from 'clsx'
import { MenuItem, TextField } from '@mui/material'
import { usePlants } from '../../api/queries'
import type { PlantSheet, PlantVisit } from '../../api/types'
import { day } from '../../kit/format'
import kitCss from '../../kit/kit.module.css'
import measureCss from './measure.module.css'

interface Props {
  sheet: PlantSheet | undefined
  visit: PlantVisit | undefined
  onPlant: (plant: string) => void
  onVisit: (visit: string) => void
}

/** Which plant, and which of its visits, something measured belongs to. */
export function SheetChoice({ sheet, visit, onPlant, onVisit }: Props) {
  const plants = usePlants().data ?? []
  return (
    <div className={clsx(kitCss.row, measureCss.row)}>
      <TextField
        select
        label="Plant"
        value={sheet && plants.some((p) => p.id === sheet.plant.id) ? String(sheet.plant.id) : ''}
        onChange={(e) => onPlant(e.target.value)}
        sx={{ minWidth: 150 }}
      >
        {plants.map((p) => (
          <MenuItem key={p.id} value={String(p.id)}>
            {p.tag}
          </MenuItem>
        ))}
      </TextField>
      {sheet && visit && (
        <TextField
          select
          label="Visit"
          value={String(visit.id)}
          onChange={(e) => onVisit(e.target.value)}
          sx={{ minWidth: 130 }}
        >
          {sheet.visits.map((v) => (
            <MenuItem key={v.id} value={String(v.id)}>
              {day(v.date)}
            </MenuItem>
          ))}
        </TextField>
      )}
    </div>
  )
}
