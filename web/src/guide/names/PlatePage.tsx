import { clsx } from 'clsx'
import { Button } from '@mui/material'
import { useNavigate, useParams } from 'react-router'
import { useFlora, useGuide, usePlate } from '../../api/queries'
import { Drawing } from '../../kit/Drawing'
import { capital, hazardWords } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { YearStrip } from './YearStrip'
import kitCss from '../../kit/kit.module.css'
import namesCss from './names.module.css'

/** Letters of the figures of a plate: A, B, C … */
const letter = (i: number) => String.fromCharCode('A'.charCodeAt(0) + i)

/** A taxon as one page to print: every part drawn and lettered, the year below, and what to beware of. */
export function PlatePage() {
  const { taxon = '' } = useParams()
  const navigate = useNavigate()
  const guide = useGuide().data
  const { data: account, error } = useFlora(taxon)
  const plate = usePlate(taxon).data
  if (!account || !plate || !guide) return <ProblemNote error={error} />
  return (
    <main className={kitCss.platePage}>
      <div className={clsx(kitCss.plateBar, kitCss.noPrint)}>
        <Button variant="contained" onClick={() => window.print()}>
          Print this plate
        </Button>
        <Button onClick={() => void navigate(`/guide/${taxon}`)}>Back to the account</Button>
      </div>
      <article tabIndex={0} className={kitCss.plateSheet} aria-label={`Plate of ${account.taxon.name}`}>
        <header>
          <h1>
            <TaxonText name={account.taxon.name} family={account.taxon.rank === 'family'} />{' '}
            <small>{account.author}</small>
          </h1>
          <p>{[account.above[0]?.name, account.commonNames.join(', ')].filter(Boolean).join(' · ')}</p>
        </header>
        {plate.panels.length > 0 ? (
          <div className={namesCss.plateFigures}>
            {plate.panels.map((p, i) => (
              <figure key={p.words}>
                <Drawing svg={p.svg} />
                <figcaption>
                  <b>{letter(i)}</b> {capital(p.words)}
                </figcaption>
              </figure>
            ))}
          </div>
        ) : (
          <p>The guide describes nothing of this taxon that can be drawn.</p>
        )}
        {account.seasons.length > 0 && <YearStrip seasons={account.seasons} />}
        <footer>
          {account.cautions.map((c) => (
            <p key={c.text}>
              <b>{hazardWords[c.hazard]}.</b> {c.text}
            </p>
          ))}
          {account.protection && <p>{account.protection}</p>}
          {account.lookAlikes.length > 0 && (
            <p>
              Easily taken for{' '}
              {account.lookAlikes.slice(0, 5).map((l, i) => (
                <span key={l.other.id}>
                  {i > 0 && '; '}
                  <TaxonText name={l.other.name} /> ({l.characterLabel.toLowerCase()})
                </span>
              ))}
              .
            </p>
          )}
          <p className={kitCss.soft}>
            Drawn from the statements of {guide.title} {guide.version}; what they do not say is left out.
          </p>
        </footer>
      </article>
    </main>
  )
}
