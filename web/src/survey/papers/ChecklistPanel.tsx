import { clsx } from 'clsx'
import { Button, TextField } from '@mui/material'
import { useSession, useSites } from '../../api/queries'
import { day } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { phases } from '../../kit/seasons'
import { SiteField } from '../../kit/SiteField'
import { TaxonText } from '../../kit/TaxonText'
import { useChecklist } from './paperQueries'
import { useAsked } from '../../kit/useAsked'
import kitCss from '../../kit/kit.module.css'
import surveyCss from '../survey.module.css'
import papersCss from './papers.module.css'

/** A list of species to tick on the next visit to a site. */
export function ChecklistPanel() {
  const today = useSession().data?.today ?? ''
  const sites = useSites().data ?? []
  const [{ date, ...asked }, ask] = useAsked('site', 'date')
  const site = asked.site ?? sites[0]?.id ?? null
  const { data, error } = useChecklist(site, date ?? today)
  return (
    <div className={papersCss.paper}>
      <div className={clsx(kitCss.row, papersCss.row, kitCss.noPrint)}>
        <SiteField value={site} onChange={(next) => ask({ site: next })} />
        <TextField
          type="date"
          label="Day of the visit"
          value={date ?? today}
          onChange={(e) => ask({ date: e.target.value })}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <Button variant="contained" disabled={!data} onClick={() => window.print()}>
          Print the list
        </Button>
      </div>
      <ProblemNote error={error} />
      {data && (
        <article className={clsx(kitCss.box, papersCss.box, papersCss.checklist)} aria-label="Checklist">
          <h1>
            {data.site.name}, {day(data.date)}
          </h1>
          <p>Recorder ______________________ From ________ to ________ Weather ______________________</p>
          <table className={surveyCss.countTable}>
            <thead>
              <tr>
                <th>Seen</th>
                <th>How many</th>
                <th>Name</th>
                <th>Seen here before</th>
                <th>Shows by the guide</th>
                <th>Taken for; cautions</th>
              </tr>
            </thead>
            <tbody>
              {data.lines.map((l, i) => (
                <tr key={l.taxon.id}>
                  <td className={papersCss.tick} aria-label="to tick">
                    ☐
                  </td>
                  <td />
                  <td>
                    {data.lines[i - 1]?.family !== l.family && <div className={kitCss.soft}>{l.family}</div>}
                    <TaxonText name={l.taxon.name} /> <small>{l.taxon.common}</small>
                  </td>
                  <td>
                    {l.lastHere
                      ? `${l.here === 1 ? 'once' : `on ${l.here} days`}, last ${day(l.lastHere)}`
                      : 'not yet; at other sites'}
                  </td>
                  <td>
                    {l.shows.map((p) => phases[p].label).join(', ') ||
                      (l.stated ? 'nothing that day' : 'not stated')}
                  </td>
                  <td>
                    {l.lookAlikes.map((t) => t.name).join(', ')}
                    {l.cautions.map((c) => (
                      <div key={c} className={papersCss.checklistCaution}>
                        {c}
                      </div>
                    ))}
                  </td>
                </tr>
              ))}
              {[1, 2, 3, 4, 5].map((n) => (
                <tr key={n} aria-hidden="true">
                  <td className={papersCss.tick}>☐</td>
                  <td colSpan={5} />
                </tr>
              ))}
            </tbody>
          </table>
        </article>
      )}
    </div>
  )
}
