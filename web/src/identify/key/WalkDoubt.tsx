import { Button } from '@mui/material'
import type { CoupletRef, WalkView } from '../../api/types'
import { TaxonText } from '../../kit/TaxonText'
import kitCss from '../../kit/kit.module.css'

interface Props {
  doubt: NonNullable<WalkView['doubt']>
  onReopen: (at: CoupletRef) => void
}

/** A step that was perhaps mis-answered, by the features recorded since. */
export const WalkDoubt = ({ doubt, onReopen }: Props) => (
  <div className={kitCss.caution} role="status">
    Step {doubt.at.couplet} was perhaps mis-answered: the features point to its choice {doubt.other} (
    {doubt.otherSays}), which leads to{' '}
    {doubt.leadsTo.map((t, i) => (
      <span key={t.id}>
        {i > 0 && ', '}
        <TaxonText name={t.name} family={t.rank === 'family'} />
      </span>
    ))}
    .{' '}
    <Button color="inherit" variant="outlined" onClick={() => onReopen(doubt.at)}>
      Look at step {doubt.at.couplet} again
    </Button>
  </div>
)
