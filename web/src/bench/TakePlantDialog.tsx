import { Button, Dialog, DialogActions, DialogContent, DialogTitle, MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import { useAddSite, useGuide, useSession, useSites, useTakePlant } from '../api/queries'
import { useHere } from '../api/devices'
import type { Origin, VisitInput } from '../api/types'
import { ProblemNote } from '../shared/ProblemNote'
import { useDraft } from '../shared/useDraft'
import { OriginField } from './OriginField'
import { blankVisit, VisitFields } from './VisitFields'

interface Props {
  onClose: () => void
  onTaken: (plant: number) => void
}

/** Takes a new plant onto the bench: where, when, who, what stage, and what is on it today. */
export function TakePlantDialog({ onClose, onTaken }: Props) {
  const session = useSession().data
  const sites = useSites().data
  const take = useTakePlant()
  const here = useHere()
  const today = session?.today ?? ''
  // One number for this plant however often it is sent, so that a lost answer never takes it twice.
  const [request] = useState(() => crypto.randomUUID())
  const [site, setSite] = useState<number | ''>('')
  const [origin, setOrigin] = useState<Origin>('wild')
  const [description, setDescription] = useDraft('take-plant')
  const [visit, setVisit] = useState<VisitInput | null>(null)
  const [adding, setAdding] = useState(false)
  const chosenSite = site === '' ? sites?.[0]?.id : site
  const value = visit ?? blankVisit(today)
  const save = () =>
    chosenSite !== undefined &&
    take.mutate(
      { request, site: chosenSite, description, origin, visit: value },
      {
        onSuccess: (sheet) => {
          setDescription('')
          onTaken(sheet.plant.id)
        },
      },
    )
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          save()
        }}
      >
        <DialogTitle>Take a plant</DialogTitle>
        <DialogContent>
          <ProblemNote error={take.error} />
          <TextField
            autoFocus
            label="What it looks like, and where it stands"
            fullWidth
            margin="dense"
            value={description}
            onChange={(e) => setDescription(e.target.value)}
          />
          <div className="row">
            <TextField
              select
              label="Site"
              value={chosenSite ?? ''}
              onChange={(e) => setSite(Number(e.target.value))}
              sx={{ flex: 1 }}
              disabled={!sites?.length}
            >
              {(sites ?? []).map((s) => (
                <MenuItem key={s.id} value={s.id}>
                  {s.name}
                  {s.elevationM !== null && `, ${s.elevationM} m`}
                </MenuItem>
              ))}
            </TextField>
            <Button
              disabled={here.isPending}
              title="Asks the satellite receiver. A stand-in walks round the demo reserve."
              onClick={() =>
                here.mutate(undefined, {
                  onSuccess: (at) => at.nearest.site !== null && setSite(at.nearest.site),
                })
              }
            >
              Where am I?
            </Button>
            <Button onClick={() => setAdding(true)}>New site …</Button>
            <OriginField value={origin} onChange={setOrigin} />
          </div>
          {here.data && (
            <p className="soft" role="status">
              You are {here.data.nearest.words || 'far from any site'} ({here.data.words}).
            </p>
          )}
          <ProblemNote error={here.error} />
          <VisitFields value={value} today={today} onChange={setVisit} />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button
            type="submit"
            variant="contained"
            disabled={take.isPending || chosenSite === undefined || !session?.person}
          >
            Take it
          </Button>
        </DialogActions>
      </form>
      {adding && (
        <NewSiteDialog
          onClose={() => setAdding(false)}
          onAdded={(id) => {
            setSite(id)
            setAdding(false)
          }}
        />
      )}
    </Dialog>
  )
}

function NewSiteDialog({ onClose, onAdded }: { onClose: () => void; onAdded: (site: number) => void }) {
  const add = useAddSite()
  const habitats = useGuide().data?.characters.find((c) => c.id === 'habitat')?.states ?? []
  const [name, setName] = useState('')
  const [elevation, setElevation] = useState('')
  const [snowGone, setSnowGone] = useState('')
  const [chosen, setChosen] = useState<string[]>([])
  const wrong = elevation.trim() !== '' && !Number.isFinite(Number(elevation))
  return (
    <Dialog open onClose={onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault()
          e.stopPropagation()
          add.mutate(
            {
              name,
              description: '',
              elevationM: elevation.trim() === '' ? null : Number(elevation),
              latitude: null,
              longitude: null,
              uncertaintyM: null,
              habitats: chosen,
              snowGone,
            },
            { onSuccess: (s) => onAdded(s.id) },
          )
        }}
      >
        <DialogTitle>New site</DialogTitle>
        <DialogContent>
          <ProblemNote error={add.error} />
          <TextField
            autoFocus
            label="Name"
            fullWidth
            margin="dense"
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <TextField
            label="Elevation in metres"
            fullWidth
            margin="dense"
            value={elevation}
            error={wrong}
            helperText={wrong ? 'Write a number, for example 118' : 'Leave it empty when not known'}
            onChange={(e) => setElevation(e.target.value)}
          />
          <TextField
            label="Snow usually gone by"
            fullWidth
            margin="dense"
            value={snowGone}
            helperText="Day and month, for example 5 Jun; leave it empty where no snow lies"
            onChange={(e) => setSnowGone(e.target.value)}
          />
          <fieldset className="checks">
            <legend>Kind of place</legend>
            {habitats.map((h) => (
              <label key={h.id}>
                <input
                  type="checkbox"
                  checked={chosen.includes(h.id)}
                  onChange={(e) =>
                    setChosen(e.target.checked ? [...chosen, h.id] : chosen.filter((x) => x !== h.id))
                  }
                />{' '}
                {h.label}
              </label>
            ))}
          </fieldset>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={!name.trim() || wrong || add.isPending}>
            Add
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
