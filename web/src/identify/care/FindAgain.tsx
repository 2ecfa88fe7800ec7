import { Button, TextField } from '@mui/material'
import { useState } from 'react'
import type { Landmark } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { useSetLandmarks } from './careQueries'
import kitCss from '../../kit/kit.module.css'
import careCss from './care.module.css'

const size = 150
const half = size / 2

/** Where the plant stands among its landmarks: the plant in the middle, north up, ways at one scale. */
function WaySketch({ landmarks }: { landmarks: Landmark[] }) {
  // All landmarks may touch the plant.
  const farthest = Math.max(...landmarks.map((l) => l.metres)) || 1
  const at = (l: Landmark) => {
    // The bearing leads from the landmark to the plant, so the landmark lies the other way.
    const turn = ((l.bearing + 180) * Math.PI) / 180
    const reach = (l.metres / farthest) * (half - 24)
    return { x: half + reach * Math.sin(turn), y: half - reach * Math.cos(turn) }
  }
  return (
    <svg viewBox={`0 0 ${size} ${size}`} width={size} height={size} className={careCss.waySketch} role="img">
      <title>Sketch of the landmarks about the plant, north up</title>
      {landmarks.map((l, i) => {
        const p = at(l)
        // Names of neighbours stand above and below by turns, so that they do not run into each other.
        const below = i % 2 === 0
        return (
          <g key={l.name}>
            <path d={`M${p.x} ${p.y}L${half} ${half}`} />
            <rect x={p.x - 4} y={p.y - 4} width="8" height="8" />
            <text
              x={Math.min(Math.max(p.x, 34), size - 34)}
              y={below ? p.y + 16 : p.y - 8}
              textAnchor="middle"
            >
              {l.name.length > 16 ? `${l.name.slice(0, 15)}…` : l.name}
            </text>
          </g>
        )
      })}
      <circle cx={half} cy={half} r="5" />
      <path d={`M${size - 10} 20V5l-3 5M${size - 10} 5l3 5`} className={careCss.north} />
    </svg>
  )
}

interface Draft {
  name: string
  bearing: string
  metres: string
}

const blank: Draft = { name: '', bearing: '', metres: '' }

/** How the plant is found again: landmarks, with the bearing and the way from each to the plant. */
export function FindAgain({
  plant,
  landmarks,
  revision: expected,
}: {
  plant: string
  landmarks: Landmark[]
  revision: number
}) {
  const setting = useSetLandmarks(plant)
  const [draft, setDraft] = useState<Draft | null>(null)
  const wrong = (text: string) => text.trim() !== '' && !Number.isFinite(Number(text))
  return (
    <section aria-label="Finding it again">
      <h3>Finding it again</h3>
      <div className={kitCss.row}>
        {landmarks.length > 0 && <WaySketch landmarks={landmarks} />}
        <ul>
          {landmarks.map((l) => (
            <li key={l.name}>
              {l.metres} m at {l.bearing}° from <b>{l.name}</b>{' '}
              <Button
                size="small"
                disabled={setting.isPending}
                aria-label={`Take ${l.name} away`}
                onClick={() => setting.mutate({ landmarks: landmarks.filter((x) => x !== l), expected })}
              >
                take away
              </Button>
            </li>
          ))}
          {landmarks.length === 0 && (
            <li className={kitCss.soft}>
              No landmark yet. A fixed thing nearby, with way and distance, brings anyone back to this plant.
            </li>
          )}
        </ul>
      </div>
      <ProblemNote error={setting.error} />
      {draft ? (
        <form
          className={kitCss.row}
          aria-label="A landmark"
          onSubmit={(e) => {
            e.preventDefault()
            setting.mutate(
              {
                landmarks: [
                  ...landmarks,
                  { name: draft.name, bearing: Number(draft.bearing), metres: Number(draft.metres) },
                ],
                expected,
              },
              { onSuccess: () => setDraft(null) },
            )
          }}
        >
          <TextField
            autoFocus
            label="Landmark"
            value={draft.name}
            onChange={(e) => setDraft({ ...draft, name: e.target.value })}
          />
          <TextField
            label="Bearing to the plant, °"
            value={draft.bearing}
            error={wrong(draft.bearing)}
            onChange={(e) => setDraft({ ...draft, bearing: e.target.value })}
            sx={{ width: 150 }}
          />
          <TextField
            label="Metres"
            value={draft.metres}
            error={wrong(draft.metres)}
            onChange={(e) => setDraft({ ...draft, metres: e.target.value })}
            sx={{ width: 90 }}
          />
          <Button
            type="submit"
            variant="contained"
            disabled={
              !draft.name.trim() ||
              !draft.bearing.trim() ||
              !draft.metres.trim() ||
              wrong(draft.bearing) ||
              wrong(draft.metres) ||
              setting.isPending
            }
          >
            Keep
          </Button>
          <Button onClick={() => setDraft(null)}>Cancel</Button>
        </form>
      ) : (
        <Button variant="outlined" onClick={() => setDraft(blank)}>
          Add a landmark
        </Button>
      )}
    </section>
  )
}
