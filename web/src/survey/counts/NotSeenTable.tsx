import { percent } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { useNotSeen } from './countQueries'
import { inNumbers } from './StatisticsView'
import kitCss from '../../kit/kit.module.css'
import surveyCss from '../survey.module.css'

/** Species of the survey not seen at a site: whether they are absent or may have been missed. */
export function NotSeenTable({ site }: { site: string }) {
  const { data, error } = useNotSeen(site)
  if (!data) return <ProblemNote error={error} />
  if (data.length === 0) return null
  return (
    <section aria-label="Not seen here">
      <h2>Not seen here</h2>
      <p className={kitCss.soft}>
        Species of the other sites. How often each is seen where it grows comes from later visits, in its
        season, to places where it was found; walk-through lists and timed searches count.
      </p>
      <div className={surveyCss.statisticsWide} tabIndex={0}>
        <table className={surveyCss.countTable}>
          <thead>
            <tr>
              <th>Name</th>
              <th>Visits in season</th>
              <th>Seen where it grows</th>
              <th>Missed each time, if there</th>
              <th>Visits for 95 in 100</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {data.map((n) => (
              <tr key={n.taxon.id}>
                <td>
                  <TaxonText name={n.taxon.name} />
                </td>
                <td>{n.visits}</td>
                <td>{inNumbers(n.detectability, 2)}</td>
                <td>{n.missed !== null && percent(n.missed)}</td>
                <td>{n.needed}</td>
                <td>{n.words}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  )
}
