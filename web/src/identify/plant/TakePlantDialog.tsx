import { Button, Dialog, DialogActions, DialogContent, DialogTitle, MenuItem, TextField } from '@mui/material'
import { useState, useSyncExternalStore } from 'react'
import { useSession, useSites, useTakePlant } from '../../api/queries'
import { useHere } from '../../api/devices'
import type { Origin, PlantInput, VisitContent } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { SiteDialog } from '../../kit/SiteDialog'
import { useDraft } from '../../kit/useDraft'
import { kept } from '../../offline/keptAnswers'
import { OriginField } from './OriginField'
import { blankVisit, VisitFields } from '../visits/VisitFields'
import { callOff } from '../../api/command'
import { newId } from '../../api/newId'
import { keepTaken, lastTaken } from './lastTaken'
import kitCss from '../../kit/kit.module.css'

interface Props {
  onClose: () => void
  onTaken: (plant: string) => void
}

/** Takes a new plant onto the bench: where, when, who, what stage, and what is on it today. */
export function TakePlantDialog({ onClose, onTaken }: Props) {
  const session = useSession().data
  const sites = useSites().data
  const take = useTakePlant()
  const here = useHere()
  const today = session?.today ?? ''
  const away = useSyncExternalStore(kept.watch, kept.away) !== null
  // One id for this plant however often it is sent, so that a lost answer never takes it twice.
  const [id] = useState(newId)
  const [visitId] = useState(newId)
  const [site, setSite] = useState('')
  const [origin, setOrigin] = useState<Origin>('wild')
  const [description, setDescription] = useDraft('take-plant')
  const [visit, setVisit] = useState<VisitContent | null>(null)
  const [tag, setTag] = useState('')
  const [adding, setAdding] = useState(false)
  const [sent, setSent] = useState<PlantInput | null>(null)
  const last = lastTaken(today)
  const chosenSite = site === '' ? (sites?.find((s) => s.id === last?.site) ?? sites?.[0])?.id : site
  const value = visit ?? blankVisit(last?.date ?? today)
  const save = () => {
    if (chosenSite === undefined) return
    const plant = {
      id,
      site: chosenSite,
      description,
      origin,
      visit: { ...value, id: visitId },
      tag: tag.trim() || null,
    }
    setSent(plant)
    take.mutate(plant, {
      onSuccess: (sheet) => {
        setDescription('')
        keepTaken({ site: chosenSite, date: value.date, on: today })
        onTaken(sheet.plant.id)
      },
    })
  }
  const cancel = () => {
    if (take.isPending && sent) callOff(sent)
    onClose()
  }
  const findSite = (of: 'browser' | 'simulated') =>
    here.mutate(of, { onSuccess: (at) => at.nearest.site !== null && setSite(at.nearest.site) })
  return (
    <Dialog open onClose={cancel} fullWidth maxWidth="sm">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          save()
        }}
      >
        <DialogTitle>Add a plant</DialogTitle>
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
          <div className={kitCss.row}>
            <TextField
              select
              label="Site"
              value={chosenSite ?? ''}
              onChange={(e) => setSite(e.target.value)}
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
              title="Asks this browser; it tells how near that is"
              onClick={() => findSite('browser')}
            >
              Where am I?
            </Button>
            {session?.standIns && (
              <Button
                disabled={here.isPending}
                title="Stands in for a satellite receiver; it walks round the demo reserve"
                onClick={() => findSite('simulated')}
              >
                Simulated receiver
              </Button>
            )}
            <Button onClick={() => setAdding(true)}>New site …</Button>
            <OriginField value={origin} onChange={setOrigin} />
            <TextField
              label="Tag on it"
              placeholder="next free one"
              value={tag}
              onChange={(e) => setTag(e.target.value)}
              slotProps={{ inputLabel: { shrink: true } }}
              sx={{ width: '9rem' }}
            />
          </div>
          {away && (
            <p className={kitCss.soft}>
              {sites
                ? 'The next free tag is not known without a network: write the one you hang on it, or leave it empty and read it later.'
                : 'The sites are not on this device: pack for the field while there is a network.'}
            </p>
          )}
          {here.data && (
            <p className={kitCss.soft} role="status">
              You are {here.data.nearest.words || 'far from any site'} ({here.data.words}
              {here.variables === 'simulated' && ', simulated'}).
            </p>
          )}
          <ProblemNote error={here.error} />
          <VisitFields value={value} today={today} onChange={setVisit} />
        </DialogContent>
        <DialogActions>
          <Button onClick={cancel}>Cancel</Button>
          {take.isPending && take.failureCount > 0 && (
            <Button
              onClick={() => {
                setDescription('')
                onClose()
              }}
            >
              Close, and send it later
            </Button>
          )}
          <Button
            type="submit"
            variant="contained"
            disabled={take.isPending || chosenSite === undefined || !session?.person}
          >
            Add it
          </Button>
        </DialogActions>
      </form>
      {adding && (
        <SiteDialog
          onClose={() => setAdding(false)}
          onSaved={(id) => {
            setSite(id)
            setAdding(false)
          }}
        />
      )}
    </Dialog>
  )
}
