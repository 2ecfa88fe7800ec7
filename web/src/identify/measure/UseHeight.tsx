import { Alert, Button } from '@mui/material'
import { useState } from 'react'
import { Link } from 'react-router'
import { usePlant, useRecordFeature } from '../../api/queries'
import { featureInput } from '../features/featureInput'
import { ProblemNote } from '../../kit/ProblemNote'
import { SheetChoice } from './SheetChoice'
import kitCss from '../../kit/kit.module.css'
import measureCss from './measure.module.css'

interface Props {
  /** The height as it is written on a sheet. */
  entry: string
  plant: string | null
  onPlant: (plant: string) => void
}

/** Puts a height on the sheet of a plant; it takes the place of one recorded on that visit before. */
export function UseHeight({ entry, plant, onPlant }: Props) {
  const sheet = usePlant(plant).data
  const [chosenVisit, setVisit] = useState<string | null>(null)
  const recording = useRecordFeature(plant ?? '')
  const visit = sheet?.visits.find((v) => v.id === chosenVisit) ?? sheet?.visits.at(-1)
  const before = sheet?.observations.find((o) => o.seen.character === 'height' && o.visit === visit?.id)
  const expected = before?.revision ?? null
  const done =
    recording.isSuccess && before?.seen.finding.kind === 'rough' && before.seen.finding.value.typed === entry
  return (
    <section aria-label="Put on a plant's sheet" className={measureCss.photoUse}>
      <h2>Put on a plant’s sheet</h2>
      <SheetChoice sheet={sheet} visit={visit} onPlant={onPlant} onVisit={setVisit} />
      <p>
        Height: <b>{entry}</b>
        {before && !done && <span className={kitCss.soft}> in place of {before.summary}</span>}
      </p>
      <Button
        variant="contained"
        disabled={!visit || done || recording.isPending}
        onClick={() =>
          visit &&
          recording.mutate({
            visit: visit.id,
            character: 'height',
            expected,
            input: featureInput({ finding: 'rough', rough: entry, tool: 'ruler', expected }),
          })
        }
      >
        Use this height
      </Button>
      <ProblemNote error={recording.error} />
      {done && sheet && (
        <Alert severity="success" variant="outlined" role="status" sx={{ mt: 1 }}>
          On the sheet of <Link to={`/identify/${sheet.plant.id}`}>{sheet.plant.tag}</Link>.
        </Alert>
      )}
    </section>
  )
}
