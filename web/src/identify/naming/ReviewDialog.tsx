import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  Radio,
  RadioGroup,
  TextField,
} from '@mui/material'
import { useState } from 'react'
import { useReviewName } from '../../api/queries'
import type { DeterminationView, Verdict } from '../../api/types'
import { some } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { useDraft } from '../../kit/useDraft'
import kitCss from '../../kit/kit.module.css'

const choices: { verdict: Verdict; label: string; asks: string }[] = [
  {
    verdict: 'agrees',
    label: 'I agree: the evidence bears this name',
    asks: 'What convinced you (may stay empty)',
  },
  { verdict: 'differs', label: 'I differ: something speaks against it', asks: 'What speaks against it' },
  {
    verdict: 'asksMore',
    label: 'I cannot say yet: something must be looked at',
    asks: 'What should be looked at',
  },
]

interface Props {
  plant: string
  name: DeterminationView
  onClose: () => void
}

/** A second person says what they think of a name; it stays on the sheet beside it. */
export function ReviewDialog({ plant, name, onClose }: Props) {
  const review = useReviewName(plant)
  const [verdict, setVerdict] = useState<Verdict>('agrees')
  const [remark, setRemark] = useDraft(`review/${name.id}`)
  const asks = choices.find((c) => c.verdict === verdict)?.asks
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          review.mutate(
            { determination: name.id, verdict, remark },
            {
              onSuccess: () => {
                setRemark('')
                onClose()
              },
            },
          )
        }}
      >
        <DialogTitle>
          Review <TaxonText name={name.fullName} />, given by {name.person}
        </DialogTitle>
        <DialogContent>
          <ProblemNote error={review.error} />
          <p>
            It rests on {some(name.reasons.features.length, 'feature')}
            {name.reasons.path.length > 0 && ` and a walk of ${some(name.reasons.path.length, 'step')}`}
            {name.reasons.notRuledOut.length > 0 &&
              `; not ruled out: ${name.reasons.notRuledOut.slice(0, 4).join(', ')}`}
            .
          </p>
          <RadioGroup
            value={verdict}
            onChange={(e) => setVerdict(e.target.value as Verdict)}
            aria-label="What you say"
          >
            {choices.map((c) => (
              <FormControlLabel key={c.verdict} value={c.verdict} control={<Radio />} label={c.label} />
            ))}
          </RadioGroup>
          <TextField
            label={asks}
            margin="dense"
            fullWidth
            multiline
            minRows={2}
            value={remark}
            onChange={(e) => setRemark(e.target.value)}
          />
          <p className={kitCss.soft}>
            If it is another plant, give your own name as well: both stay on the sheet, the latest counts.
          </p>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button
            type="submit"
            variant="contained"
            disabled={review.isPending || (verdict !== 'agrees' && !remark.trim())}
          >
            Say so
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
