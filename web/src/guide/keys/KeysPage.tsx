import { clsx } from 'clsx'
import { Button } from '@mui/material'
import { Link, useParams } from 'react-router'
import { useGuide, usePrintedKey } from '../../api/queries'
import { some } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { ViewTitle } from '../../kit/ViewTitle'
import kitCss from '../../kit/kit.module.css'
import keysCss from './keys.module.css'

/** The keys of the guide: which there are, and each as a text to read through or to print and take along. */
export function KeysPage() {
  const { key } = useParams()
  const guide = useGuide().data
  const { data: printed, error } = usePrintedKey(key ?? null)
  if (!key)
    return (
      <main className={kitCss.plainPage}>
        <ViewTitle>Keys</ViewTitle>
        <p className={kitCss.soft}>
          A key is walked with a plant in front of you, under Identify; here it is read whole, or printed.
        </p>
        <ul className={keysCss.keysList}>
          {guide?.keys.map((k) => (
            <li key={k.id}>
              <Link to={`/keys/${k.id}`}>{k.title}</Link>
              <small>
                {' '}
                {some(k.couplets.length, 'step')}, {some(k.names, 'name')}
              </small>
              <div className={kitCss.soft}>{k.useWhen}</div>
            </li>
          ))}
        </ul>
      </main>
    )
  return (
    <main className={keysCss.keyText}>
      <ProblemNote error={error} />
      {printed && (
        <>
          <ViewTitle>{printed.title}</ViewTitle>
          <p>{printed.useWhen}</p>
          <div className={clsx(kitCss.row, kitCss.noPrint)}>
            <Link to="/keys">All keys</Link>
            <Button onClick={() => window.print()}>Print</Button>
          </div>
          <ol>
            {printed.steps.map((s) => (
              <li key={s.number} id={`step-${s.number}`} value={s.number}>
                {s.choices.map((c) => (
                  <p key={c.number} className={keysCss.keyChoice}>
                    <span>{c.says.join('; ')}</span>
                    <span className={keysCss.keyLeads}>
                      {c.taxon && (
                        <Link to={`/guide/${c.taxon.id}`}>
                          <TaxonText name={c.taxon.name} />
                        </Link>
                      )}
                      {c.step !== null && <a href={`#step-${c.step}`}>{c.step}</a>}
                      {c.key && <Link to={`/keys/${c.key}`}>{c.keyTitle}</Link>}
                    </span>
                  </p>
                ))}
              </li>
            ))}
          </ol>
        </>
      )}
    </main>
  )
}
