import { Button, TextField } from '@mui/material'
import { useState } from 'react'
import type { PopulationCount, PopulationYear } from '../../api/types'
import { day } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { useSetPopulation } from './careQueries'
import kitCss from '../../kit/kit.module.css'
import careCss from './care.module.css'

const width = 220

interface Props {
  plant: string
  years: PopulationYear[]
  today: string
}

interface Draft {
  year: string
  marked: string
  markedOn: string
  flowering: string
  floweringOn: string
}

/** Rosettes marked before they flower and how many of them flowered, by year, each share with its interval. */
export function Population({ plant, years, today }: Props) {
  const setting = useSetPopulation(plant)
  const [draft, setDraft] = useState<Draft | null>(null)
  const set = (part: Partial<Draft>) => draft && setDraft({ ...draft, ...part })
  const edit = ({ count }: PopulationYear) =>
    setDraft({
      year: String(count.year),
      marked: String(count.marked),
      markedOn: count.markedOn,
      flowering: count.flowering === null ? '' : String(count.flowering),
      floweringOn: count.floweringOn ?? today,
    })
  const counted = (d: Draft): PopulationCount => ({
    year: Number(d.year),
    marked: Number(d.marked),
    markedOn: d.markedOn,
    flowering: d.flowering.trim() === '' ? null : Number(d.flowering),
    floweringOn: d.flowering.trim() === '' ? null : d.floweringOn,
    // What is known of that year is changed only as it was seen here.
    revision: years.find((y) => y.count.year === Number(d.year))?.count.revision ?? null,
  })
  return (
    <section aria-label="Population">
      <h3>Population</h3>
      <ul>
        {years.map((y) => (
          <li key={y.count.year} className={kitCss.row}>
            <b>{y.count.year}</b>
            <span>
              {y.words
                ? `Flowering: ${y.words}`
                : `${y.count.marked} marked on ${day(y.count.markedOn)}, flowering not counted yet`}
            </span>
            {y.share !== null && y.low !== null && y.high !== null && (
              <svg viewBox={`0 0 ${width} 14`} width={width} height="14" className={careCss.share} role="img">
                <title>{y.words}</title>
                <path d={`M0 7H${width}`} className={careCss.shareAll} />
                <path d={`M${y.low * width} 7H${y.high * width}`} className={careCss.shareRange} />
                <circle cx={y.share * width} cy="7" r="4" />
              </svg>
            )}
            <Button size="small" onClick={() => edit(y)}>
              {y.words ? 'Change' : 'Count the flowering'}
            </Button>
          </li>
        ))}
        {years.length === 0 && (
          <li className={kitCss.soft}>
            Mark rosettes while the grass is low, come back in flower, and see which share flowered.
          </li>
        )}
      </ul>
      <ProblemNote error={setting.error} />
      {draft ? (
        <form
          className={kitCss.row}
          aria-label="A count"
          onSubmit={(e) => {
            e.preventDefault()
            setting.mutate(counted(draft), { onSuccess: () => setDraft(null) })
          }}
        >
          <TextField
            label="Year of flowering"
            value={draft.year}
            onChange={(e) => set({ year: e.target.value })}
            sx={{ width: 110 }}
          />
          <TextField
            label="Rosettes marked"
            value={draft.marked}
            onChange={(e) => set({ marked: e.target.value })}
            sx={{ width: 120 }}
          />
          <TextField
            type="date"
            label="Marked on"
            value={draft.markedOn}
            onChange={(e) => set({ markedOn: e.target.value })}
          />
          <TextField
            label="Of them flowering"
            value={draft.flowering}
            onChange={(e) => set({ flowering: e.target.value })}
            sx={{ width: 130 }}
          />
          {draft.flowering.trim() !== '' && (
            <TextField
              type="date"
              label="Counted on"
              value={draft.floweringOn}
              onChange={(e) => set({ floweringOn: e.target.value })}
            />
          )}
          <Button
            type="submit"
            variant="contained"
            disabled={
              setting.isPending ||
              ![draft.year, draft.marked].every((t) => /^\d+$/.test(t.trim())) ||
              !/^\d*$/.test(draft.flowering.trim())
            }
          >
            Keep
          </Button>
          <Button onClick={() => setDraft(null)}>Cancel</Button>
        </form>
      ) : (
        <Button
          variant="outlined"
          onClick={() =>
            setDraft({
              year: today.slice(0, 4),
              marked: '',
              markedOn: today,
              flowering: '',
              floweringOn: today,
            })
          }
        >
          Count marked rosettes
        </Button>
      )}
    </section>
  )
}
