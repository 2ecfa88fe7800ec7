import {
  Autocomplete,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  TextField,
} from '@mui/material'
import { useState } from 'react'
import { useColony, useComparison, useRequest } from '../../api/queries'
import type { PlantComparison, PlantSheet, PlantTag } from '../../api/types'
import { odds } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { useMergePlants } from '../naming/partingQueries'
import { ReasonForm } from '../naming/ReasonForm'
import kitCss from '../../kit/kit.module.css'
import identifyCss from '../identify.module.css'
import plantCss from './plant.module.css'

interface Props {
  sheet: PlantSheet
  plants: PlantTag[]
  onClose: () => void
}

const likeness = {
  alike: { sign: '=', text: 'alike' },
  different: { sign: '≠', text: 'different' },
  undecided: { sign: '·', text: 'says little' },
  oneOnly: { sign: '–', text: 'on one only' },
} as const

/** Two plants held against each other feature by feature, and linked as one colony where a person says so. */
export function CompareDialog({ sheet, plants, onClose }: Props) {
  const [other, setOther] = useState<PlantTag | null>(null)
  const request = useRequest(other?.id ?? null)
  const comparison = useComparison(sheet.request, request.data ?? null)
  const colony = useColony(sheet.plant.id)
  const merge = useMergePlants(sheet.plant.id)
  const [merging, setMerging] = useState(false)
  const linked = sheet.colony.some((c) => c.id === other?.id)
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md" aria-labelledby="compare-title">
      <DialogTitle id="compare-title">Is {sheet.plant.tag} the same as …</DialogTitle>
      <DialogContent>
        <Autocomplete
          size="small"
          sx={{ mt: 1, maxWidth: 420 }}
          options={plants.filter((p) => p.id !== sheet.plant.id)}
          autoHighlight
          openOnFocus
          getOptionKey={(p) => p.id}
          getOptionLabel={(p) => [p.tag, p.name ?? p.description].filter(Boolean).join(' · ')}
          isOptionEqualToValue={(a, b) => a.id === b.id}
          onChange={(_, p) => setOther(p)}
          renderInput={(params) => <TextField {...params} label="Another plant" autoFocus />}
        />
        <ProblemNote error={request.error ?? comparison.error ?? colony.error} />
        {other && comparison.data && (
          <Features one={sheet.plant.tag} other={other.tag} data={comparison.data} />
        )}
        {other && merging && (
          <ReasonForm
            does={`Merge ${other.tag} into ${sheet.plant.tag}`}
            means={`Visits, features, pictures and specimens of ${other.tag} go to ${sheet.plant.tag}, its names too where that has none; landmarks, position and key walk stay with ${other.tag}, which is deleted. Brought back, it takes its visits with it again.`}
            busy={merge.isPending}
            error={merge.error}
            onDo={(reason) => merge.mutate({ other: other.id, reason }, { onSuccess: onClose })}
            onLeave={() => setMerging(false)}
          />
        )}
        {other && !merging && (
          <label className={plantCss.compareColony}>
            <input
              type="checkbox"
              checked={linked}
              disabled={colony.isPending}
              onChange={() => colony.mutate({ other: other.id, linked: !linked })}
            />
            <span>
              <b>They stand in one colony.</b> I saw them grow together; what is recorded on the one counts,
              with care, for the other.
            </span>
          </label>
        )}
      </DialogContent>
      <DialogActions>
        {other && !merging && (
          <Button color="secondary" onClick={() => setMerging(true)}>
            They are one plant …
          </Button>
        )}
        <span style={{ flex: 1 }} />
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  )
}

function Features({ one, other, data }: { one: string; other: string; data: PlantComparison }) {
  return (
    <>
      <p role="status">
        <b>{data.verdict}</b>
        {data.name && data.same < 0.95 && data.same > 0.05 && (
          <span className={kitCss.soft}>
            {' '}
            If so, most likely <TaxonText name={data.name.name} />.
          </span>
        )}
      </p>
      <table className={identifyCss.disproofs}>
        <thead>
          <tr>
            <th scope="col">Feature</th>
            <th scope="col">{one}</th>
            <th scope="col">{other}</th>
            <th scope="col">Alike</th>
            <th scope="col">Odds</th>
          </tr>
        </thead>
        <tbody>
          {data.features.map((f) => (
            <tr key={f.character}>
              <th scope="row">{f.label}</th>
              <td>{f.one || <span className={kitCss.soft}>not recorded</span>}</td>
              <td>{f.other || <span className={kitCss.soft}>not recorded</span>}</td>
              <td>
                <b aria-hidden="true">{likeness[f.likeness].sign}</b> {likeness[f.likeness].text}
              </td>
              <td>{f.likeness === 'oneOnly' ? '' : odds(f.bits)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  )
}
