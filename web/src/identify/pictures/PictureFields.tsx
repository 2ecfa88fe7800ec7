import { MenuItem, TextField } from '@mui/material'
import type { PictureOnSheet, PictureOrgan, PlantSheet } from '../../api/types'
import { day } from '../../kit/format'
import { shown } from './pictureWords'
import picturesCss from './pictures.module.css'

interface Props {
  sheet: PlantSheet
  value: PictureOnSheet
  onChange: (value: PictureOnSheet) => void
}

/** What is said of a picture: what it shows, a caption, the visit it belongs to, and which features it is evidence of. */
export function PictureFields({ sheet, value, onChange }: Props) {
  const seen = sheet.observations.filter((o) => o.visit === value.visit)
  const note = (part: Partial<PictureOnSheet['note']>) =>
    onChange({ ...value, note: { ...value.note, ...part } })
  return (
    <div className={picturesCss.pictureFields}>
      <TextField
        select
        label="It shows"
        value={value.note.organ}
        onChange={(e) => note({ organ: e.target.value as PictureOrgan })}
      >
        {(Object.keys(shown) as PictureOrgan[]).map((organ) => (
          <MenuItem key={organ} value={organ}>
            {shown[organ]}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        label="Visit"
        value={value.visit}
        onChange={(e) => onChange({ ...value, visit: e.target.value, characters: [] })}
      >
        {sheet.visits.map((v) => (
          <MenuItem key={v.id} value={v.id}>
            {day(v.date)}, {v.recorder}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label="What there is to see"
        value={value.note.caption}
        slotProps={{ htmlInput: { maxLength: 300 } }}
        onChange={(e) => note({ caption: e.target.value })}
      />
      {seen.length > 0 && (
        <TextField
          select
          label="Shows where this was seen"
          value={value.characters}
          slotProps={{ select: { multiple: true } }}
          onChange={(e) => onChange({ ...value, characters: e.target.value as unknown as string[] })}
        >
          {seen.map((o) => (
            <MenuItem key={o.seen.character} value={o.seen.character}>
              {o.label}: {o.summary}
            </MenuItem>
          ))}
        </TextField>
      )}
    </div>
  )
}
