import { clsx } from 'clsx'
import {
  Alert,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  TextField,
} from '@mui/material'
import { useState } from 'react'
import { useAccount, useDetermine, useSession } from '../../api/queries'
import type { GuideView, Origin, PlantSheet, Qualifier } from '../../api/types'
import { some } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { NameField } from '../../survey/names/NameField'
import { TaxonText } from '../../kit/TaxonText'
import { useDraft } from '../../kit/useDraft'
import { OriginField } from '../plant/OriginField'
import { newId } from '../../api/newId'
import kitCss from '../../kit/kit.module.css'
import identifyCss from '../identify.module.css'
import namingCss from './naming.module.css'

interface Props {
  sheet: PlantSheet
  guide: GuideView
  taxon: string | null
  onClose: () => void
}

/** Gives a name of any rank, with its qualifier; the path walked and the features seen are kept with it. */
export function DeterminationDialog({ sheet, guide, taxon: proposed, onClose }: Props) {
  const determine = useDetermine(sheet.plant.id)
  const session = useSession().data
  const [id] = useState(() => newId())
  const [taxon, setTaxon] = useState(proposed)
  const [qualifier, setQualifier] = useState<Qualifier>('none')
  const [origin, setOrigin] = useState<Origin>(sheet.plant.origin)
  const [date, setDate] = useState(session?.today ?? '')
  const [remarks, setRemarks] = useDraft(`determine/${sheet.plant.id}`)
  const above = guide.taxa.find((t) => t.name.id === taxon)
  const account = useAccount(sheet.request, above ? taxon : null).data
  const steps = sheet.request.plant.walk?.answers.length ?? 0
  const seen = sheet.observations.filter((o) => o.seen.finding.kind !== 'hidden').length
  const save = () =>
    taxon &&
    determine.mutate(
      { id, taxon, qualifier, origin, date, remarks },
      {
        onSuccess: () => {
          setRemarks('')
          onClose()
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
        <DialogTitle>Give {sheet.plant.tag} a name</DialogTitle>
        <DialogContent>
          <ProblemNote error={determine.error} />
          <div className={identifyCss.stack}>
            <NameField
              label="Name, of any rank, or in words"
              value={taxon}
              autoFocus={proposed === null}
              onPick={setTaxon}
            />
            <div className={clsx(kitCss.row, namingCss.row)}>
              <TextField
                select
                label="Reserve"
                value={qualifier}
                onChange={(e) => setQualifier(e.target.value as Qualifier)}
                sx={{ minWidth: 190 }}
              >
                <MenuItem value="none">none</MenuItem>
                <MenuItem value="cf">cf. (most likely this)</MenuItem>
                <MenuItem value="aff">aff. (near this)</MenuItem>
                <MenuItem value="doubtful">? (doubtful)</MenuItem>
              </TextField>
              <OriginField value={origin} onChange={setOrigin} />
              <TextField
                label="Date"
                type="date"
                value={date}
                onChange={(e) => setDate(e.target.value)}
                slotProps={{ inputLabel: { shrink: true } }}
              />
            </div>
            <TextField
              label="Remarks"
              multiline
              fullWidth
              value={remarks}
              onChange={(e) => setRemarks(e.target.value)}
            />
          </div>
          <p className={kitCss.soft}>
            Kept with it as reasons: {steps === 0 ? 'no key walked' : `${some(steps, 'step')} walked`},{' '}
            {some(seen, 'feature')} seen
            {sheet.determinations.length > 0 && '. Earlier names stay on the sheet'}.
          </p>
          {account?.alerts.map((a) => (
            <Alert key={a} severity="warning" variant="outlined" sx={{ mb: 0.5, py: 0 }}>
              {a}
            </Alert>
          ))}
          {account && account.lookAlikes.some((l) => !l.ruledOut) && above?.name.rank !== 'genus' && (
            <p className={kitCss.soft}>
              Not ruled out yet:{' '}
              {account.lookAlikes
                .filter((l) => !l.ruledOut)
                .map((l, i) => (
                  <span key={l.other.id}>
                    {i > 0 && ', '}
                    <TaxonText name={l.other.name} /> ({l.characterLabel.toLowerCase()})
                  </span>
                ))}
            </p>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button
            type="submit"
            variant="contained"
            autoFocus={proposed !== null}
            disabled={!taxon || determine.isPending}
          >
            Give the name
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
