import { clsx } from 'clsx'
import { Button } from '@mui/material'
import { useNavigate } from 'react-router'
import { usePlant } from '../../api/queries'
import { Awaited } from '../../kit/Awaited'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { usePlantAddress } from '../usePlantAddress'
import { PortraitSheet } from './PortraitSheet'
import kitCss from '../../kit/kit.module.css'
import picturesCss from './pictures.module.css'

/** The portrait of a plant as a page to print. */
export function PortraitPage() {
  const { id } = usePlantAddress()
  const navigate = useNavigate()
  const { data: sheet, error } = usePlant(id)
  if (!sheet) return error ? <ProblemNote error={error} /> : <Awaited />
  const name = sheet.determinations[0]
  return (
    <main className={kitCss.platePage}>
      <div className={clsx(kitCss.plateBar, kitCss.noPrint)}>
        <Button variant="contained" onClick={() => window.print()}>
          Print this portrait
        </Button>
        <Button onClick={() => void navigate(`/identify/${sheet.plant.id}`)}>Back to the plant</Button>
      </div>
      <article
        tabIndex={0}
        className={clsx(kitCss.plateSheet, picturesCss.portraitSheet)}
        aria-label={`Portrait of ${sheet.plant.tag}`}
      >
        <header>
          <h1>
            {sheet.plant.tag} <small>{name ? <TaxonText name={name.fullName} /> : 'not named yet'}</small>
          </h1>
          <p>{[sheet.plant.description, sheet.plant.site.name].filter(Boolean).join(' · ')}</p>
        </header>
        <PortraitSheet plant={sheet.plant.id} tag={sheet.plant.tag} />
      </article>
    </main>
  )
}
