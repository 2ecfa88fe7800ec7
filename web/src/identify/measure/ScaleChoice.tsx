import { clsx } from 'clsx'
import { MenuItem, TextField } from '@mui/material'
import type { PhotoQuestion, Place } from '../../api/types'
import { usualQuestion } from './question'
import { useYardsticks } from './Yardsticks'
import kitCss from '../../kit/kit.module.css'
import measureCss from './measure.module.css'

type Scale = PhotoQuestion['scale']

const kinds: Record<Scale['kind'], string> = {
  find: 'find a card or coin',
  points: 'two points I set',
  corners: 'the corners of a card',
  none: 'none: shapes only',
}

interface Props {
  scale: Scale
  size: { width: number; height: number }
  onChange: (scale: Scale) => void
}

/** Points to begin with, laid out in the middle of the picture. */
const begin = (kind: Scale['kind'], { width, height }: Props['size']): Place[] => {
  const at = (u: number, v: number) => ({ x: width * u, y: height * v })
  if (kind === 'points') return [at(0.4, 0.5), at(0.6, 0.5)]
  return kind === 'corners' ? [at(0.4, 0.4), at(0.6, 0.4), at(0.6, 0.6), at(0.4, 0.6)] : []
}

/** How the picture gets its scale, and how large the known thing is. */
export function ScaleChoice({ scale, size, onChange }: Props) {
  const yardsticks = useYardsticks().data ?? []
  const known = yardsticks.find((y) => y.millimetres === scale.millimetres)
  const field = (label: string, name: 'millimetres' | 'cardLong' | 'cardShort' | 'coin') => (
    <TextField
      key={`${name} ${scale[name]}`}
      label={label}
      type="number"
      defaultValue={scale[name]}
      onBlur={(e) => {
        const value = Number(e.target.value)
        if (value > 0 && value !== scale[name])
          onChange({ ...scale, [name]: value, error: usualQuestion.scale.error })
      }}
      onKeyDown={(e) => e.key === 'Enter' && (e.target as HTMLElement).blur()}
      slotProps={{ htmlInput: { min: 0.1, step: 'any' } }}
      sx={{ width: 124 }}
    />
  )
  return (
    <div className={clsx(kitCss.row, measureCss.row)}>
      <TextField
        select
        label="Scale from"
        value={scale.kind}
        onChange={(e) => {
          const kind = e.target.value as Scale['kind']
          onChange({ ...scale, kind, points: begin(kind, size) })
        }}
        sx={{ minWidth: 190 }}
      >
        {(Object.keys(kinds) as Scale['kind'][]).map((k) => (
          <MenuItem key={k} value={k}>
            {kinds[k]}
          </MenuItem>
        ))}
      </TextField>
      {scale.kind === 'points' && [
        <TextField
          key="known"
          select
          label="On"
          value={known?.name ?? ''}
          onChange={(e) => {
            const y = yardsticks.find((k) => k.name === e.target.value)
            if (y) onChange({ ...scale, millimetres: y.millimetres, error: y.share })
          }}
          sx={{ minWidth: 110 }}
        >
          <MenuItem value="">another thing</MenuItem>
          {yardsticks.map((y) => (
            <MenuItem key={y.name} value={y.name}>
              {y.name}
            </MenuItem>
          ))}
        </TextField>,
        field('Apart, mm', 'millimetres'),
      ]}
      {(scale.kind === 'find' || scale.kind === 'corners') && [
        field('Card, mm', 'cardLong'),
        field('by, mm', 'cardShort'),
      ]}
      {scale.kind === 'find' && field('Coin across, mm', 'coin')}
    </div>
  )
}
