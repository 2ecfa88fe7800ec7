import { clsx } from 'clsx'
import { Skeleton } from '@mui/material'
import { Suspense } from 'react'
import type { Statistic, SpeciesLine, SurveyStatistics } from '../../api/types'
import { counted, day, words } from '../../kit/format'
import { later } from '../../kit/later'
import { TaxonText } from '../../kit/TaxonText'
import kitCss from '../../kit/kit.module.css'
import surveyCss from '../survey.module.css'
import countsCss from './counts.module.css'

// Charts are heavy: they come when there is one to draw.
const AccumulationCurve = later(() => import('./AccumulationCurve').then((m) => m.AccumulationCurve))

function Curve({ lacking, ...of }: { points: SurveyStatistics['curve']; what: string; lacking: string }) {
  if (of.points.length < 3) return <p className={kitCss.soft}>{lacking}</p>
  return (
    <Suspense fallback={<Skeleton variant="rounded" height={260} animation={false} />}>
      <AccumulationCurve {...of} />
    </Suspense>
  )
}

/** What counts come to, in tables and curves. */
export function StatisticsView({ of }: { of: SurveyStatistics }) {
  return (
    <>
      {(of.left ?? []).length > 0 && (
        <ul className={kitCss.soft} aria-label="What could not be counted">
          {of.left?.map((says) => (
            <li key={says}>{says}</li>
          ))}
        </ul>
      )}
      <div className={countsCss.statisticsColumns}>
        <section className={clsx(kitCss.box, surveyCss.box)} aria-label="How many species">
          <h2>How many species</h2>
          <table className={surveyCss.countTable}>
            <tbody>
              <Row label="Seen" of={null} text={String(of.species.filter((s) => !s.planted).length)} />
              <Row
                label={
                  of.countedIn
                    ? `Chao 1, by ${words(of.countedIn).toLowerCase()} of ${of.speciesCounted} species`
                    : 'Chao 1, by individuals'
                }
                of={of.chao1}
              />
              <Row label="Chao 2, by units" of={of.chao2} />
              <Row label="Jackknife, first order" of={of.jackknife1} />
              <Row label="Jackknife, second order" of={of.jackknife2} />
              <Row label="Bootstrap" of={of.bootstrap} />
            </tbody>
          </table>
          <p className={kitCss.soft}>
            Estimates with those not seen, in brackets where the true number lies 95 times in 100. All of them
            are rather too low than too high.
          </p>
        </section>
        <section className={clsx(kitCss.box, surveyCss.box)} aria-label="How even">
          <h2>How even</h2>
          {of.countedIn && (
            <p>
              {counted(of.individuals, of.countedIn)} of {of.speciesCounted} species counted.
            </p>
          )}
          {of.shannon.value === null ? (
            <p className={kitCss.soft}>{of.shannon.lacking}</p>
          ) : (
            <table className={surveyCss.countTable}>
              <tbody>
                <Row label="Shannon" of={of.shannon} digits={2} />
                <Row label="Simpson, 1 − D" of={of.simpson} digits={3} />
                <Row label="Hill number, order 1" of={of.hill1} />
                <Row label="Hill number, order 2" of={of.hill2} />
              </tbody>
            </table>
          )}
        </section>
        <section className={clsx(kitCss.box, surveyCss.box)} aria-label="Species by effort">
          <h2>Species by effort</h2>
          <Curve points={of.curve} what="units" lacking="Needs at least 2 sampling units." />
        </section>
        <section className={clsx(kitCss.box, surveyCss.box)} aria-label="Species by individuals">
          <h2>Species by individuals</h2>
          <Curve
            points={of.individualCurve}
            what={of.countedIn ? words(of.countedIn).toLowerCase() : 'individuals'}
            lacking="Needs counts of individuals."
          />
        </section>
        <section className={clsx(kitCss.box, surveyCss.box)} aria-label="Floristic quality">
          <h2>Floristic quality</h2>
          <table className={surveyCss.countTable}>
            <tbody>
              <Row label="Mean conservatism, native species" of={of.nativeQuality.mean} />
              <Row label="Index, native species" of={of.nativeQuality.index} />
              <Row label="Mean, all species" of={of.allQuality.mean} />
              <Row label="Index, all species" of={of.allQuality.index} />
            </tbody>
          </table>
          {of.nativeQuality.mean.value !== null && (
            <p className={kitCss.soft}>
              From {of.nativeQuality.species} native species
              {of.nativeQuality.without > 0 &&
                `; of ${of.nativeQuality.without} more the guide states no conservatism`}
              . Introduced species count 0 among all.
            </p>
          )}
        </section>
      </div>
      <section aria-label="Species">
        <h2>Species</h2>
        <div className={surveyCss.statisticsWide} tabIndex={0}>
          <table className={surveyCss.countTable}>
            <thead>
              <tr>
                <th>Name</th>
                <th>Units with it</th>
                <th>Counted</th>
                <th>On a square metre</th>
                <th>Mean cover, %</th>
                <th>Basal area, m²/ha</th>
                <th>First</th>
                <th>Last</th>
              </tr>
            </thead>
            <tbody>
              {of.species.map((s) => (
                <Species key={s.taxon.id} of={s} />
              ))}
            </tbody>
          </table>
        </div>
      </section>
      {of.sites.length === 0 && (of.siteCount ?? 0) > 2 && (
        <p className={kitCss.soft}>
          How alike sites are is worked out for a few at a time; these are {of.siteCount}. Choose a year or a
          way of counting.
        </p>
      )}
      {of.sites.length > 0 && (
        <section aria-label="How alike the sites are">
          <h2>How alike the sites are</h2>
          <div className={surveyCss.statisticsWide} tabIndex={0}>
            <table className={surveyCss.countTable}>
              <thead>
                <tr>
                  <th>Sites</th>
                  <th>Jaccard</th>
                  <th>Sørensen</th>
                  <th>Bray–Curtis, unlike</th>
                </tr>
              </thead>
              <tbody>
                {of.sites.map((p) => (
                  <tr key={`${p.one} ${p.other}`}>
                    <td>
                      {p.one} and {p.other}
                    </td>
                    <td>{inNumbers(p.jaccard, 2)}</td>
                    <td>{inNumbers(p.sorensen, 2)}</td>
                    <td>{inNumbers(p.brayCurtis, 2)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
      )}
    </>
  )
}

export function inNumbers(of: Statistic, digits: number) {
  if (of.value === null) return <span className={kitCss.soft}>{of.lacking}</span>
  const span =
    of.low !== null && of.high !== null ? ` (${of.low.toFixed(digits)} to ${of.high.toFixed(digits)})` : ''
  return `${of.value.toFixed(digits)}${span}`.replaceAll('-', '\u2212')
}

const Row = (props: { label: string; of: Statistic | null; text?: string; digits?: number }) => (
  <tr>
    <th scope="row">{props.label}</th>
    <td>{props.of ? inNumbers(props.of, props.digits ?? 1) : props.text}</td>
  </tr>
)

const Species = ({ of }: { of: SpeciesLine }) => (
  <tr>
    <td>
      <TaxonText name={of.taxon.name} /> {of.planted && <small>planted</small>}
    </td>
    <td>
      {of.seen.of} of {of.seen.all}
    </td>
    <td>
      {Object.entries(of.totals)
        .map(([unit, n]) => counted(n, unit))
        .join(', ')}
    </td>
    <td>{of.density && inNumbers(of.density, 2)}</td>
    <td>{of.cover && inNumbers(of.cover, 1)}</td>
    <td>{of.basalArea?.toFixed(1)}</td>
    <td className={surveyCss.day}>{day(of.first)}</td>
    <td className={surveyCss.day}>{day(of.last)}</td>
  </tr>
)
