import { clsx } from 'clsx'
import { Button, IconButton, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material'
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react'
import type { PictureMark, Place } from '../../api/types'
import { MarkedPicture } from './MarkedPicture'
import { useMarkWords } from './pictureQueries'
import { marks as kinds } from './pictureWords'
import kitCss from '../../kit/kit.module.css'
import picturesCss from './pictures.module.css'

interface Props {
  photo: { src: string; name: string; width: number; height: number }
  marks: PictureMark[]
  onChange: (marks: PictureMark[]) => void
}

type Kind = PictureMark['kind']
const dragged: Kind[] = ['arrow', 'circle', 'scale', 'length']
const pressed: Kind[] = ['line', 'count']

const arrows: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

const blank = (kind: Kind, points: Place[]): PictureMark => ({
  kind,
  points,
  words: kind === 'word' ? 'here' : '',
  millimetres: kind === 'scale' ? 10 : null,
})

/** Draws on a picture: arrows, circles, lines, counts, a scale, lengths and words, each of which can be moved, worded and taken away. */
export function MarksEditor({ photo, marks, onChange }: Props) {
  const [tool, setTool] = useState<Kind | null>(null)
  const [drawing, setDrawing] = useState<PictureMark | null>(null)
  const [held, setHeld] = useState<{ mark: number; point: number } | null>(null)
  const [before, setBefore] = useState<PictureMark[][]>([])
  const box = useRef<SVGRectElement>(null)
  const size = { width: photo.width, height: photo.height }
  const shown = drawing ? [...marks, drawing] : marks
  const told = useMarkWords(size, marks)
  const unit = Math.max(size.width, size.height) / 900

  const change = (next: PictureMark[]) => {
    setBefore([...before, marks])
    onChange(next)
  }
  const within = (p: Place): Place => ({
    x: Math.round(Math.min(Math.max(p.x, 0), size.width)),
    y: Math.round(Math.min(Math.max(p.y, 0), size.height)),
  })
  const at = (e: PointerEvent): Place => {
    const rect = box.current?.getBoundingClientRect()
    if (!rect || rect.width === 0) return { x: 0, y: 0 }
    return within({
      x: ((e.clientX - rect.left) / rect.width) * size.width,
      y: ((e.clientY - rect.top) / rect.height) * size.height,
    })
  }
  const moved = (mark: number, point: number, to: Place) =>
    marks.map((m, i) => (i === mark ? { ...m, points: m.points.map((p, j) => (j === point ? to : p)) } : m))
  const finish = () => {
    if (drawing && drawing.points.length > (drawing.kind === 'line' ? 1 : 0)) change([...marks, drawing])
    setDrawing(null)
  }
  const down = (e: PointerEvent) => {
    if (!tool) return
    const point = at(e)
    if (tool === 'word') change([...marks, blank('word', [point])])
    else if (pressed.includes(tool))
      setDrawing(drawing ? { ...drawing, points: [...drawing.points, point] } : blank(tool, [point]))
    else {
      e.currentTarget.setPointerCapture(e.pointerId)
      setDrawing(blank(tool, [point, point]))
    }
  }
  const move = (e: PointerEvent) => {
    if (held) onChange(moved(held.mark, held.point, at(e)))
    else if (drawing && dragged.includes(drawing.kind) && e.buttons > 0)
      setDrawing({ ...drawing, points: [drawing.points[0] ?? at(e), at(e)] })
  }
  const up = () => {
    setHeld(null)
    const [from, to] = drawing?.points ?? []
    if (!drawing || !dragged.includes(drawing.kind) || !from || !to) return
    // A press without a drag is no arrow.
    if (Math.hypot(to.x - from.x, to.y - from.y) > 6 * unit) change([...marks, drawing])
    setDrawing(null)
  }
  const placeByKey = (e: KeyboardEvent) => {
    if (e.key !== 'Enter' || !tool) return
    e.preventDefault()
    const middle = { x: size.width / 2, y: size.height / 2 }
    const aside = { x: middle.x + 80 * unit, y: middle.y + 40 * unit }
    change([
      ...marks,
      blank(tool, (tool === 'word' || tool === 'count' ? [middle] : [middle, aside]).map(within)),
    ])
  }
  return (
    <div className={picturesCss.marksEditor}>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={tool}
        aria-label="Draw on it"
        onChange={(_, next: Kind | null) => {
          finish()
          setTool(next)
        }}
        sx={{ flexWrap: 'wrap' }}
      >
        {(Object.keys(kinds) as Kind[]).map((kind) => (
          <ToggleButton
            key={kind}
            value={kind}
            disabled={kind === 'scale' && marks.some((m) => m.kind === 'scale')}
          >
            {kinds[kind].label}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <div className={clsx(kitCss.row, picturesCss.marksHelp)}>
        <span role="status">
          {tool ? kinds[tool].how : 'Choose what to draw. The file itself is never changed.'}
        </span>
        {drawing && pressed.includes(drawing.kind) && (
          <Button size="small" variant="contained" onClick={finish}>
            Done
          </Button>
        )}
        {before.length > 0 && (
          <Button
            size="small"
            onClick={() => {
              onChange(before.at(-1) ?? [])
              setBefore(before.slice(0, -1))
            }}
          >
            Take back
          </Button>
        )}
      </div>
      <MarkedPicture
        src={photo.src}
        alt={photo.name}
        size={size}
        marks={shown}
        words={shown.map((_, i) => told?.words[i] ?? '')}
      >
        <rect
          ref={box}
          className={tool ? picturesCss.drawing : undefined}
          width={size.width}
          height={size.height}
          fill="transparent"
          tabIndex={0}
          role="button"
          aria-label={tool ? `${kinds[tool].label}: press Enter to put it in the middle` : 'The picture'}
          onPointerDown={down}
          onPointerMove={move}
          onPointerUp={up}
          onPointerCancel={up}
          onKeyDown={placeByKey}
        />
        {marks.flatMap((mark, m) =>
          mark.points.map((p, j) => (
            <circle
              key={`${m} ${j}`}
              className={picturesCss.markHandle}
              cx={p.x}
              cy={p.y}
              r={9 * unit}
              tabIndex={0}
              role="button"
              aria-label={`${kinds[mark.kind].label} ${m + 1}, point ${j + 1}; move with the arrow keys`}
              onPointerDown={(e) => {
                e.currentTarget.setPointerCapture(e.pointerId)
                setBefore([...before, marks])
                setHeld({ mark: m, point: j })
              }}
              onPointerMove={move}
              onPointerUp={up}
              onKeyDown={(e) => {
                if (e.key === 'Delete') change(marks.filter((_, i) => i !== m))
                const step = arrows[e.key]
                if (!step) return
                e.preventDefault()
                const far = (e.shiftKey ? 15 : 2) * unit
                change(moved(m, j, within({ x: p.x + step[0] * far, y: p.y + step[1] * far })))
              }}
            />
          )),
        )}
      </MarkedPicture>
      {told?.fault && <p role="alert">{told.fault}</p>}
      {marks.length > 0 && (
        <ol className={picturesCss.marksList} aria-label="Drawn on it">
          {marks.map((mark, i) => (
            <li key={`${mark.kind} ${i}`} className={kitCss.row}>
              <b>{kinds[mark.kind].label}</b>
              <TextField
                size="small"
                label="Words"
                value={mark.words}
                slotProps={{ htmlInput: { maxLength: 80, 'aria-label': `Words of mark ${i + 1}` } }}
                onChange={(e) =>
                  onChange(marks.map((m, j) => (j === i ? { ...m, words: e.target.value } : m)))
                }
              />
              {mark.kind === 'scale' && (
                <TextField
                  size="small"
                  type="number"
                  label="Length in mm"
                  value={mark.millimetres ?? ''}
                  sx={{ width: 120 }}
                  onChange={(e) =>
                    onChange(
                      marks.map((m, j) =>
                        j === i
                          ? { ...m, millimetres: e.target.value === '' ? null : Number(e.target.value) }
                          : m,
                      ),
                    )
                  }
                />
              )}
              {(mark.kind === 'count' || mark.kind === 'length' || mark.kind === 'line') && (
                <span className={kitCss.soft}>{told?.words[i]}</span>
              )}
              <IconButton
                size="small"
                aria-label={`Take mark ${i + 1} away`}
                onClick={() => change(marks.filter((_, j) => j !== i))}
              >
                ×
              </IconButton>
            </li>
          ))}
        </ol>
      )}
    </div>
  )
}
