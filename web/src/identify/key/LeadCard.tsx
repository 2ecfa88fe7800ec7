import type { LeadView } from '../../api/types'
import { MarkSign } from '../../kit/MarkSign'
import { StateTile } from '../../kit/StateTile'
import { TaxonText } from '../../kit/TaxonText'
import { Term } from '../../kit/Term'
import kitCss from '../../kit/kit.module.css'
import keyCss from './key.module.css'

interface Props {
  lead: LeadView
  favoured: boolean
  given: boolean
  onChoose: () => void
  onAccount: (taxon: string) => void
}

const mostTiles = 3

/** One lead: its statements, each with its mark, where it leads, and the key that chooses it. */
export function LeadCard({ lead, favoured, given, onChoose, onAccount }: Props) {
  const end = lead.end
  // Printed whole, a lead says its statements already: below it stand those that something recorded speaks for or against.
  const marked = lead.wording ? lead.tests.filter((t) => t.marking.mark !== 'notSeen') : lead.tests
  const terms = [...new Set(lead.tests.flatMap((t) => t.terms))]
  return (
    <article
      className={`${keyCss.lead}${favoured ? ` ${keyCss.favoured}` : ''}`}
      aria-label={`Choice ${lead.number}`}
    >
      <div className={keyCss.leadTiles}>
        {lead.tests
          .filter((t) => t.drawn.length > 0 || t.drawnNumber !== null)
          .slice(0, mostTiles)
          .map((t) => (
            <StateTile
              key={`${t.character} ${t.text}`}
              character={t.character}
              state={t.drawn[0]}
              number={t.drawnNumber ?? undefined}
              notSo={t.notSo}
            />
          ))}
      </div>
      {lead.wording && <p className={keyCss.leadWording}>{lead.wording}</p>}
      <ul>
        {marked.map((t) => (
          <li key={`${t.character} ${t.text}`}>
            <MarkSign marking={t.marking} />
            <span>
              {t.text}
              {t.marking.because && <small> ({t.marking.because})</small>}
            </span>
          </li>
        ))}
      </ul>
      <div className={keyCss.leadTerms}>
        {terms.map((t) => (
          <Term key={t} id={t} />
        ))}
        {end && (
          <button type="button" className={kitCss.term} onClick={() => onAccount(end.id)}>
            account
          </button>
        )}
      </div>
      <button type="button" className={keyCss.leadChoose} onClick={onChoose}>
        <kbd>{lead.number}</kbd>
        <b>This one</b>
        <span className={keyCss.leadTo}>
          {end ? (
            <>
              to <TaxonText name={end.name} />
            </>
          ) : (
            lead.to
          )}
          {lead.names > 1 && <small> · {lead.names} names</small>}
        </span>
        {favoured && <small className={keyCss.leadNote}>what was recorded favours this</small>}
        {given && <small className={keyCss.leadNote}>your answer before</small>}
      </button>
    </article>
  )
}
