import { MenuItem, TextField } from '@mui/material'
import kitCss from './kit.module.css'

interface Props<T extends string> {
  columns: { header: string; holds?: T | null; first: string[] }[]
  /** All a column can hold, in words. */
  holds: Record<T, string>
  /** What each column holds once one was chosen anew; nothing is held by two. */
  onChange: (holds: (T | null)[]) => void
}

/** The columns of a table that is brought in: what each holds, above its first cells. */
export function ColumnChooser<T extends string>({ columns, holds, onChange }: Props<T>) {
  return (
    <div className={kitCss.importColumns}>
      {columns.map((c, i) => (
        <div key={i}>
          <TextField
            select
            size="small"
            label={c.header || `column ${i + 1}`}
            value={c.holds ?? ''}
            onChange={(e) => {
              const chosen = (e.target.value || null) as T | null
              onChange(
                columns.map(({ holds: held }, at) =>
                  at === i ? chosen : held === chosen ? null : (held ?? null),
                ),
              )
            }}
            slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          >
            <MenuItem value="">is left out</MenuItem>
            {Object.entries<string>(holds).map(([column, words]) => (
              <MenuItem key={column} value={column}>
                {words}
              </MenuItem>
            ))}
          </TextField>
          {c.first.map((cell, row) => (
            <small key={row}>{cell}</small>
          ))}
        </div>
      ))}
    </div>
  )
}
