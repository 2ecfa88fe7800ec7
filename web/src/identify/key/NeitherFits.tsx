import { Button } from '@mui/material'
import type { CoupletRef, NeitherView } from '../../api/types'
import { TaxonText } from '../../kit/TaxonText'
import kitCss from '../../kit/kit.module.css'
import keyCss from './key.module.css'

interface Props {
  neither: NeitherView
  onAgain: (at: CoupletRef) => void
  onAccount: (taxon: string) => void
  onName: (taxon: string | null) => void
}

/** Where no lead of a couplet fitted the plant: what the couplet held, and what the plant can still be kept as. */
export function NeitherFits({ neither: n, onAgain, onAccount, onName }: Props) {
  return (
    <section className={keyCss.ends} aria-label="Neither choice fits">
      <h3>The key stops at step {n.at.couplet}: neither fits</h3>
      <p>
        It held {n.count === 1 ? 'one name' : `${n.count} names`}, those nearest by the features first. This
        may be a plant the guide does not hold, or an earlier step was mis-answered.
      </p>
      <p className={kitCss.row}>
        {n.held.map((t) => (
          <Button key={t.id} color="inherit" size="small" onClick={() => onAccount(t.id)}>
            <TaxonText name={t.name} family={t.rank === 'family'} />
          </Button>
        ))}
        {n.count > n.held.length && <span className={kitCss.soft}>and {n.count - n.held.length} more</span>}
      </p>
      <div className={keyCss.keyFoot}>
        <Button variant="contained" onClick={() => onName(n.rank?.id ?? null)}>
          <span>
            {n.rank ? (
              <>
                Record it as {n.rank.rank} <TaxonText name={n.rank.name} family={n.rank.rank === 'family'} />
              </>
            ) : (
              'Record it under another name'
            )}
          </span>
        </Button>
        <Button color="inherit" variant="outlined" onClick={() => onAgain(n.at)}>
          Look at step {n.at.couplet} again
        </Button>
      </div>
    </section>
  )
}
