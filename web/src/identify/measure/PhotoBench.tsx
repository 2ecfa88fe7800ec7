import { clsx } from 'clsx'
import { Button, MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import type { KeptPhoto, PhotoMark, PhotoQuestion } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { useShortcuts } from '../../kit/useShortcuts'
import { PhotoFindings } from './PhotoFindings'
import { PhotoPicture } from './PhotoPicture'
import { usePhotoMeasures, useSetShapeNaming } from './photoQueries'
import { freeLabel, newMark, usualQuestion } from './question'
import { ScaleChoice } from './ScaleChoice'
import { useHistory } from './useHistory'
import { UsePhoto } from './UsePhoto'
import kitCss from '../../kit/kit.module.css'
import measureCss from './measure.module.css'

const zooms = [1, 1.5, 2, 3, 4]

interface Props {
  photo: KeptPhoto
  naming: PhotoQuestion['convention']
  plant: string | null
  onPlant: (plant: string) => void
  onOther: () => void
}

/** A picture being measured: what was found lies over it, and beside it in words. */
export function PhotoBench({ photo, naming, plant, onPlant, onOther }: Props) {
  const { value, set, undo, redo } = useHistory<PhotoQuestion>(photo.id, usualQuestion)
  const question = { ...value, convention: naming }
  const setNaming = useSetShapeNaming()
  const { data: measures, error } = usePhotoMeasures(photo.id, question)
  const [zoom, setZoom] = useState(0)
  const [edge, setEdge] = useState(false)
  const [countingOn, setCounting] = useState<string | null>(null)
  const marks = question.marks
  // A count taken away, or taken back, is counted on no more.
  const counting = marks.some((m) => m.label === countingOn) ? countingOn : null
  const add = (kind: PhotoMark['kind'], name: string) => {
    const label = freeLabel(marks, name)
    const middle = { x: photo.width / 2, y: photo.height / 2 }
    set({ ...question, marks: [...marks, newMark(kind, label, middle, photo.width / 12)] })
    setCounting(kind === 'count' ? label : null)
  }
  const count = () => (counting === null ? add('count', 'Count') : setCounting(null))
  const larger = zoom < zooms.length - 1 ? () => setZoom(zoom + 1) : undefined
  const smaller = zoom > 0 ? () => setZoom(zoom - 1) : undefined
  useShortcuts({
    'ctrl+z': undo,
    'ctrl+y': redo,
    l: () => add('length', 'Length'),
    a: () => add('angle', 'Angle'),
    c: count,
    e: () => setEdge(!edge),
    '+': larger,
    '-': smaller,
  })
  return (
    <div className={measureCss.photoBench}>
      <div className={measureCss.photoLeft}>
        <div
          className={clsx(kitCss.row, measureCss.row, measureCss.photoTools)}
          role="toolbar"
          aria-label="Tools"
        >
          <Button onClick={() => add('length', 'Length')} title="L">
            A length
          </Button>
          <Button onClick={() => add('angle', 'Angle')} title="A">
            An angle
          </Button>
          <Button onClick={count} aria-pressed={counting !== null} title="C">
            {counting === null ? 'Count' : 'Counting: press done'}
          </Button>
          <Button
            onClick={() => setEdge(!edge)}
            aria-pressed={edge}
            disabled={!measures?.answer.leaf}
            title="E: pull the edge of the leaf where it was found wrong"
          >
            {edge ? 'Edge: press done' : 'Correct the edge'}
          </Button>
          <span className={kitCss.shellFill} />
          <Button onClick={undo} disabled={!undo} title="Ctrl+Z">
            Undo
          </Button>
          <Button onClick={redo} disabled={!redo} title="Ctrl+Y">
            Redo
          </Button>
          <Button onClick={smaller} disabled={!smaller} aria-label="Smaller" title="-">
            −
          </Button>
          <Button onClick={larger} disabled={!larger} aria-label="Larger" title="+">
            +
          </Button>
          <Button onClick={onOther}>Another picture</Button>
        </div>
        <PhotoPicture
          photo={photo}
          question={question}
          measures={measures}
          zoom={zooms[zoom] ?? 1}
          counting={counting !== null}
          edge={edge}
          onCount={(at) =>
            set({
              ...question,
              marks: marks.map((m) => (m.label === counting ? { ...m, points: [...m.points, at] } : m)),
            })
          }
          onChange={set}
        />
      </div>
      <aside className={measureCss.photoRight} aria-label="Measures">
        <h2 className={measureCss.photoName}>{photo.name}</h2>
        <ScaleChoice
          key={photo.id}
          scale={question.scale}
          size={photo}
          onChange={(scale) => set({ ...question, scale })}
        />
        <TextField
          select
          label="Shapes named by"
          value={naming}
          onChange={(e) => setNaming.mutate(e.target.value as PhotoQuestion['convention'])}
          helperText="kept for every picture of the survey"
          sx={{ mt: 1.5, minWidth: 190 }}
        >
          <MenuItem value="ratioChart">the chart of ratios</MenuItem>
          <MenuItem value="leafArchitecture">the bands of leaf architecture</MenuItem>
        </TextField>
        <ProblemNote error={setNaming.error ?? error} />
        <PhotoFindings measures={measures} question={question} onChange={set} />
        {measures && (
          <UsePhoto photo={photo} marks={marks} measures={measures} plant={plant} onPlant={onPlant} />
        )}
      </aside>
    </div>
  )
}
