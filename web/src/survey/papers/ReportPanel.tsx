import { clsx } from 'clsx'
import { Button } from '@mui/material'
import type { ReportView } from '../../api/types'
import { CountedYearField } from '../counts/CountedYearField'
import { StatisticsView } from '../counts/StatisticsView'
import { WithheldList } from '../records/WithheldList'
import { capital, day } from '../../kit/format'
import { PortraitSheet } from '../../identify/pictures/PortraitSheet'
import { gradeWords } from '../../kit/grades'
import { ProblemNote } from '../../kit/ProblemNote'
import { SiteField } from '../../kit/SiteField'
import { TaxonText } from '../../kit/TaxonText'
import { useReport } from './paperQueries'
import { ReportMap } from './ReportMap'
import { asYear, useAsked } from '../../kit/useAsked'
import kitCss from '../../kit/kit.module.css'
import surveyCss from '../survey.module.css'
import papersCss from './papers.module.css'

/** The report of a survey, of one site or all and of one year or all, ready to print. */
export function ReportPanel() {
  const [{ site, ...asked }, ask] = useAsked('site', 'year')
  const year = asYear(asked.year)
  const { data, error } = useReport({
    site: site ?? undefined,
    year: year ?? undefined,
  })
  return (
    <div className={papersCss.paper}>
      <div className={clsx(kitCss.row, papersCss.row, kitCss.noPrint)}>
        <SiteField value={site} onChange={(next) => ask({ site: next })} all />
        <CountedYearField
          value={year}
          onChange={(next) => ask({ year: next === null ? null : String(next) })}
        />
        <Button variant="contained" onClick={() => window.print()} disabled={!data}>
          Print the report
        </Button>
      </div>
      <ProblemNote error={error} />
      {data && <Report of={data} />}
    </div>
  )
}

function Report({ of }: { of: ReportView }) {
  return (
    <article className={clsx(kitCss.box, papersCss.box, papersCss.report)} aria-label="Report">
      <header>
        <h1>{of.title}</h1>
        <p>
          Report of the plant survey, drawn up on {day(of.made)} by {of.by}. Counted and recorded by{' '}
          {of.people.join(', ') || 'nobody yet'}. Names follow {of.names}.
        </p>
      </header>
      <section aria-label="Where">
        <h2>Where</h2>
        <div className={papersCss.reportWhere}>
          <ReportMap base={of.base} sites={of.sites} />
          <ol>
            {of.sites.map((s) => (
              <li key={s.id}>
                <b>{s.name}</b>
                {s.elevationM !== null && `, ${s.elevationM} m`}
                {s.description && <div className={kitCss.soft}>{s.description}</div>}
              </li>
            ))}
          </ol>
        </div>
      </section>
      <section aria-label="Methods and effort">
        <h2>Methods and effort</h2>
        <p>
          {of.report.followed} {of.report.followed === 1 ? 'plant was' : 'plants were'} followed over the
          seasons with a key and by their features; a name counts as well supported or confirmed by the
          reasons that stand on its sheet.
        </p>
        {of.report.effort.length > 0 && (
          <div className={surveyCss.statisticsWide} tabIndex={0}>
            <table className={surveyCss.countTable}>
              <thead>
                <tr>
                  <th>Counted by</th>
                  <th>Visits</th>
                  <th>Sites</th>
                  <th>Hours</th>
                  <th>Size</th>
                  <th>From</th>
                  <th>To</th>
                </tr>
              </thead>
              <tbody>
                {of.report.effort.map((e) => (
                  <tr key={e.protocol}>
                    <td>
                      {capital(e.name)}
                      <div className={kitCss.soft}>{e.method}</div>
                    </td>
                    <td>{e.visits}</td>
                    <td>{e.sites}</td>
                    <td>
                      {e.hours.toFixed(1)}
                      {e.untimed > 0 && `, ${e.untimed} without times`}
                    </td>
                    <td>
                      {e.plots > 0 && `${e.plots} plots, ${e.areaM2} m²`}
                      {e.lengthM > 0 && `${e.lengthM} m`}
                    </td>
                    <td className={surveyCss.day}>{day(e.first)}</td>
                    <td className={surveyCss.day}>{day(e.last)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </section>
      <section aria-label="Species found">
        <h2>{of.report.species.length} species</h2>
        <div className={surveyCss.statisticsWide} tabIndex={0}>
          <table className={surveyCss.countTable}>
            <thead>
              <tr>
                <th>Family</th>
                <th>Name</th>
                <th>Status</th>
                <th>Grade</th>
                <th>Rests on</th>
                <th>First</th>
                <th>Last</th>
              </tr>
            </thead>
            <tbody>
              {of.report.species.map((s, i) => (
                <tr key={s.taxon.id}>
                  <td>{of.report.species[i - 1]?.family !== s.family && s.family}</td>
                  <td>
                    <TaxonText name={s.taxon.name} /> <small>{s.author}</small>
                    {s.taxon.common && <div className={kitCss.soft}>{s.taxon.common}</div>}
                  </td>
                  <td>{s.planted ? 'planted' : s.status}</td>
                  <td>{s.grade && gradeWords[s.grade]}</td>
                  <td>{s.evidence}</td>
                  <td className={surveyCss.day}>{day(s.first)}</td>
                  <td className={surveyCss.day}>{day(s.last)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </section>
      {of.report.doubtful.length > 0 && (
        <section aria-label="In doubt">
          <h2>In doubt</h2>
          <p className={kitCss.soft}>
            These stand in no table above and in no statistic below as a species of their own.
          </p>
          <div className={surveyCss.statisticsWide} tabIndex={0}>
            <table className={surveyCss.countTable}>
              <tbody>
                {of.report.doubtful.map((d) => (
                  <tr key={`${d.what} ${d.where} ${d.on}`}>
                    <td>
                      <TaxonText name={d.what} />
                    </td>
                    <td>{d.where}</td>
                    <td className={surveyCss.day}>{day(d.on)}</td>
                    <td>{d.why}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
      )}
      {of.statistics.species.length > 0 && (
        <section aria-label="Statistics" className={clsx(surveyCss.statistics, papersCss.reportStatistics)}>
          <h2>Statistics of the counts</h2>
          {of.statistics.mixed && (
            <p className={kitCss.soft}>
              The counts were made by unlike protocols: estimates by units and frequencies mean little across
              them.
            </p>
          )}
          <StatisticsView of={of.statistics} />
        </section>
      )}
      {of.pictured.length > 0 && (
        <section aria-label="Portraits">
          <h2>Portraits</h2>
          {of.pictured.map((p) => (
            <div key={p.id}>
              <h3>
                {p.tag} {p.name ? <TaxonText name={p.name} /> : 'not named yet'}
              </h3>
              <PortraitSheet plant={p.id} tag={p.tag} />
            </div>
          ))}
        </section>
      )}
      <WithheldList records={of.withheld} />
      <footer className={kitCss.soft}>
        Poisonous, irritating and protected plants are marked in the guide. Local law, landowners and licensed
        practice decide what may be touched or taken.
      </footer>
    </article>
  )
}
