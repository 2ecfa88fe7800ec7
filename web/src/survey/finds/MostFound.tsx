import type { FindSummary } from '../../api/types'
import { TaxonText } from '../../kit/TaxonText'
import { inFigures } from '../../kit/format'
import findsCss from './finds.module.css'

interface Props {
  taxa: FindSummary['taxa']
  onTaxon: (taxon: string) => void
}

/** The taxa found most. A row chooses its taxon. */
export function MostFound({ taxa, onTaxon }: Props) {
  const most = taxa[0]?.finds
  if (most === undefined) return null
  return (
    <section aria-labelledby="most-found">
      <h2 id="most-found">Found most</h2>
      <ol className={findsCss.mostFound}>
        {taxa.map((t) => (
          <li key={t.taxon.id}>
            <button type="button" onClick={() => onTaxon(t.taxon.id)}>
              <TaxonText name={t.taxon.name} />
              <svg viewBox="0 0 60 8" aria-hidden="true">
                <rect width={(60 * t.finds) / most} height="8" />
              </svg>
              <span>{inFigures(t.finds)}</span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  )
}
