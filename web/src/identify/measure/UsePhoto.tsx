import { clsx } from 'clsx'
import { Alert, Button, Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import { Link } from 'react-router'
import { useAddVisit, useGuide, usePlant } from '../../api/queries'
import type { CharacterView, KeptPhoto, PhotoMark, PhotoMeasures, PlantSheet } from '../../api/types'
import { blankVisit } from '../visits/VisitFields'
import { day } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { useNearestSite, useUsePhoto } from './photoQueries'
import { SheetChoice } from './SheetChoice'
import kitCss from '../../kit/kit.module.css'
import measureCss from './measure.module.css'

interface Props {
  photo: KeptPhoto
  marks: PhotoMark[]
  measures: PhotoMeasures
  plant: string | null
  onPlant: (plant: string) => void
}

const kindOf: Record<PhotoMark['kind'], CharacterView['kind']> = {
  length: 'length',
  angle: 'angle',
  count: 'count',
}

/** Puts what was found, and what was marked by hand, on the sheet of a plant, with the picture as evidence. */
export function UsePhoto({ photo, marks, measures, plant, onPlant }: Props) {
  const sheet = usePlant(plant).data
  const characters = useGuide().data?.characters ?? []
  const [left, setLeft] = useState<string[]>([])
  const [meant, setMeant] = useState<Record<string, string>>({})
  const [chosenVisit, setVisit] = useState<string | null>(null)
  const using = useUsePhoto(photo.id)
  const taken = photo.taken?.slice(0, 10)
  const visit =
    sheet?.visits.find((v) => v.id === chosenVisit) ??
    sheet?.visits.find((v) => v.date === taken) ??
    sheet?.visits.at(-1)
  const { offers } = measures
  const marked = marks.flatMap((mark, i) => {
    const value = measures.answer.marks[i]?.value
    const character = characters.find((c) => c.id === meant[mark.label])
    if (!value || !character) return []
    const unit = mark.kind === 'length' ? ' mm' : ''
    const digits = mark.kind === 'count' ? 0 : 2
    return [{ character: character.id, state: null, entry: value.value.toFixed(digits) + unit }]
  })
  const chosen = [
    ...offers
      .filter((o) => !left.includes(o.character) && marked.every((m) => m.character !== o.character))
      .map((o) => ({ character: o.character, state: o.state, entry: o.entry })),
    ...marked,
  ]
  if (offers.length === 0 && marks.length === 0) return <WhenAndWhere photo={photo} sheet={sheet} />
  return (
    <section aria-label="Put on a plant's sheet" className={measureCss.photoUse}>
      <h2>Put on a plant’s sheet</h2>
      <SheetChoice sheet={sheet} visit={visit} onPlant={onPlant} onVisit={setVisit} />
      <WhenAndWhere photo={photo} sheet={sheet} />
      {offers.map((o) => (
        <FormControlLabel
          key={o.character}
          control={
            <Checkbox
              size="small"
              checked={!left.includes(o.character)}
              onChange={(_, on) =>
                setLeft(on ? left.filter((l) => l !== o.character) : [...left, o.character])
              }
            />
          }
          label={
            <>
              {o.label}: <b>{o.words}</b>
            </>
          }
        />
      ))}
      {marks.map((mark, i) => (
        <div className={clsx(kitCss.row, measureCss.row)} key={mark.label}>
          <span>
            {mark.label}: <b>{measures.marks[i]}</b>
          </span>
          <TextField
            select
            label={`${mark.label} is`}
            value={meant[mark.label] ?? ''}
            onChange={(e) => setMeant({ ...meant, [mark.label]: e.target.value })}
            sx={{ minWidth: 180 }}
          >
            <MenuItem value="">not for the sheet</MenuItem>
            {characters
              .filter((c) => c.kind === kindOf[mark.kind] && c.organ !== 'place')
              .map((c) => (
                <MenuItem key={c.id} value={c.id}>
                  {c.label}
                </MenuItem>
              ))}
          </TextField>
        </div>
      ))}
      <Button
        variant="contained"
        disabled={!sheet || !visit || chosen.length === 0 || using.isPending}
        onClick={() =>
          sheet &&
          visit &&
          using.mutate({
            plant: sheet.plant.id,
            visit: visit.id,
            features: chosen,
          })
        }
      >
        Use these
      </Button>
      <ProblemNote error={using.error} />
      {using.isSuccess && sheet && (
        <Alert severity="success" variant="outlined" role="status" sx={{ mt: 1 }}>
          On the sheet of <Link to={`/identify/${sheet.plant.id}`}>{sheet.plant.tag}</Link>, with this picture
          as evidence.
        </Alert>
      )}
    </section>
  )
}

/** What the camera says of day and place, held against the plant: a day it was not visited on is offered as a visit. */
function WhenAndWhere({ photo, sheet }: { photo: KeptPhoto; sheet: PlantSheet | undefined }) {
  const add = useAddVisit(sheet?.plant.id ?? '')
  const near = useNearestSite(photo.latitude, photo.longitude).data
  const taken = photo.taken?.slice(0, 10)
  const unvisited = sheet && taken && sheet.visits.every((v) => v.date !== taken)
  if (!taken && !near) return null
  return (
    <div className={kitCss.soft} role="note">
      {taken && `Taken ${day(taken)}. `}
      {near?.words && `The camera was ${near.words}. `}
      {near && sheet && near.site !== null && near.site !== sheet.plant.site.id && (
        <b>
          {sheet.plant.tag} stands at {sheet.plant.site.name}: is it the same plant?{' '}
        </b>
      )}
      {unvisited && (
        <Button
          size="small"
          disabled={add.isPending}
          onClick={() => add.mutate({ ...blankVisit(taken), stage: sheet.visits.at(-1)?.stage ?? null })}
        >
          Add a visit of that day
        </Button>
      )}
      <ProblemNote error={add.error} />
    </div>
  )
}
