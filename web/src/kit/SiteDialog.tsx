import { Button, Dialog, DialogActions, DialogContent, DialogTitle, MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import { useGuide, useRemoveSite, useSaveSite } from '../api/queries'
import type { Site } from '../api/types'
import { DeletedSites } from './DeletedSites'
import { History } from './History'
import { said } from './said'
import { ProblemNote } from './ProblemNote'
import { day } from './format'
import kitCss from './kit.module.css'

interface Props {
  /** The site to change; none for a new one. */
  site?: Site
  onClose: () => void
  onSaved: (site: string) => void
}

const written = (n: number | null | undefined) => (n === null || n === undefined ? '' : String(n))
const number = (text: string) => (text.trim() === '' ? null : Number(text.replace('\u2212', '-')))
const two = (n: number) => String(n).padStart(2, '0')

/** A new site, or one to be changed: what and where it is, and what depends on that. */
export function SiteDialog({ site, onClose, onSaved }: Props) {
  const save = useSaveSite(site?.id)
  const remove = useRemoveSite()
  const guide = useGuide().data
  const habitats = guide?.characters.find((c) => c.id === 'habitat')?.states ?? []
  const areas = guide?.areas ?? []
  const [text, setText] = useState({
    name: site?.name ?? '',
    description: site?.description ?? '',
    elevationM: written(site?.elevationM),
    latitude: written(site?.latitude),
    longitude: written(site?.longitude),
    uncertaintyM: written(site?.uncertaintyM),
    snowGone: site?.snowGone ? day(`2001-${two(site.snowGone.month)}-${two(site.snowGone.day)}`, false) : '',
    floraArea: site?.floraArea ?? '',
  })
  const [chosen, setChosen] = useState<string[]>(site?.habitats ?? [])
  const wrong = (['elevationM', 'latitude', 'longitude', 'uncertaintyM'] as const).filter(
    (k) => !Number.isFinite(number(text[k]) ?? 0),
  )
  const field = (key: keyof typeof text, label: string, help?: string, short = false) => (
    <TextField
      label={label}
      fullWidth={!short}
      sx={short ? { flex: 1, minWidth: 140 } : undefined}
      margin="dense"
      autoFocus={key === 'name'}
      value={text[key]}
      error={wrong.some((k) => k === key)}
      helperText={wrong.some((k) => k === key) ? 'Write a number, for example 118' : help}
      onChange={(e) => setText({ ...text, [key]: e.target.value })}
    />
  )
  return (
    <Dialog open onClose={onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault()
          e.stopPropagation()
          save.mutate(
            {
              ...text,
              elevationM: number(text.elevationM),
              latitude: number(text.latitude),
              longitude: number(text.longitude),
              uncertaintyM: number(text.uncertaintyM),
              habitats: chosen,
              expected: site?.revision,
            },
            { onSuccess: (s) => onSaved(s.id) },
          )
        }}
      >
        <DialogTitle>{site ? site.name : 'New site'}</DialogTitle>
        <DialogContent>
          <ProblemNote error={save.error} />
          {field('name', 'Name')}
          {field('description', 'What it is')}
          <div className={kitCss.row}>
            {field('latitude', 'Latitude', 'In degrees; south −', true)}
            {field('longitude', 'Longitude', 'In degrees; west −', true)}
            {field('uncertaintyM', 'Within metres', 'How near that is', true)}
          </div>
          <div className={kitCss.row}>
            {field('elevationM', 'Elevation in metres', 'Empty when not known', true)}
            {field('snowGone', 'Snow usually gone by', 'As 5 Jun; empty where none lies', true)}
          </div>
          {areas.length > 0 && (
            <TextField
              select
              label="Area of the flora"
              fullWidth
              margin="dense"
              value={text.floraArea}
              helperText="What is native in one area may be introduced in another"
              onChange={(e) => setText({ ...text, floraArea: e.target.value })}
              slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
            >
              <MenuItem value="">not said</MenuItem>
              {areas.map((a) => (
                <MenuItem key={a.id} value={a.id}>
                  {a.name}
                </MenuItem>
              ))}
            </TextField>
          )}
          <fieldset className={kitCss.checks}>
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
          <ProblemNote error={remove.error} />
          {site ? <History kind="site" id={site.id} /> : <DeletedSites onBack={onSaved} />}
        </DialogContent>
        <DialogActions>
          {site && (
            <Button
              color="secondary"
              disabled={remove.isPending}
              title="Only where nothing stands and nothing was counted; it can be brought back"
              onClick={() =>
                remove.mutate(
                  { site: site.id, back: false },
                  {
                    onSuccess: () => {
                      said.say({
                        text: `${site.name} was deleted`,
                        undo: () => remove.mutate({ site: site.id, back: true }),
                      })
                      onClose()
                    },
                  },
                )
              }
            >
              Delete this site
            </Button>
          )}
          <span style={{ flex: 1 }} />
          <Button onClick={onClose}>Cancel</Button>
          <Button
            type="submit"
            variant="contained"
            disabled={!text.name.trim() || wrong.length > 0 || save.isPending}
          >
            {site ? 'Save' : 'Add'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
