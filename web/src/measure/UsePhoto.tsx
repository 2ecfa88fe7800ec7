import { Alert, Button, Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import { Link } from 'react-router'
import { usePlant, usePlants } from '../api/queries'
import type { PhotoMeasures } from '../api/types'
import { day } from '../shared/format'
import { ProblemNote } from '../shared/ProblemNote'
import { useUsePhoto } from './photoQueries'

interface Props {
  photo: string
  offers: PhotoMeasures['offers']
  plant: number | null
  onPlant: (plant: number) => void
}

/** Puts what was found on the sheet of a plant, with the picture as evidence. */
export function UsePhoto({ photo, offers, plant, onPlant }: Props) {
  const plants = usePlants().data ?? []
  const sheet = usePlant(plant).data
  const [left, setLeft] = useState<string[]>([])
  const [chosenVisit, setVisit] = useState<number | null>(null)
  const using = useUsePhoto(photo)
  const visit = sheet?.visits.find((v) => v.id === chosenVisit) ?? sheet?.visits.at(-1)
  const chosen = offers.filter((o) => !left.includes(o.character))
  if (offers.length === 0) return null
  return (
    <section aria-label="Put on a plant's sheet" className="photo-use">
      <h2>Put on a plant’s sheet</h2>
      <div className="row">
        <TextField
          select
          label="Plant"
          value={plants.some((p) => p.id === plant) ? String(plant) : ''}
          onChange={(e) => onPlant(Number(e.target.value))}
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
            onChange={(e) => setVisit(Number(e.target.value))}
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
      <Button
        variant="contained"
        disabled={!sheet || !visit || chosen.length === 0 || using.isPending}
        onClick={() =>
          sheet &&
          visit &&
          using.mutate({
            plant: sheet.plant.id,
            visit: visit.id,
            features: chosen.map((o) => ({ character: o.character, state: o.state, entry: o.entry })),
          })
        }
      >
        Use these
      </Button>
      <ProblemNote error={using.error} />
      {using.isSuccess && sheet && (
        <Alert severity="success" variant="outlined" role="status" sx={{ mt: 1 }}>
          On the sheet of <Link to={`/bench/${sheet.plant.id}`}>{sheet.plant.tag}</Link>, with this picture as
          evidence.
        </Alert>
      )}
    </section>
  )
}
