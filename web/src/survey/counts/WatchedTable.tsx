import { clsx } from 'clsx'
import type { WatchedPhase } from '../../api/types'
import { TaxonText } from '../../kit/TaxonText'
import { useWatched } from './countQueries'
import surveyCss from '../survey.module.css'
import countsCss from './counts.module.css'

const phases: Record<WatchedPhase['phase'], string> = {
  leaf: 'in leaf',
  flower: 'in flower',
  fruit: 'in fruit',
  leafColour: 'colouring',
}

const width = 240
const height = 30
const months = 'JFMAMJJASOND'

/** Place of a day of the year on the strip, by its month and day. */
const place = (month: number, day: number) => ((month - 1 + (day - 1) / 31) / 12) * width

const placeOf = (date: string) => place(Number(date.slice(5, 7)), Number(date.slice(8, 10)))

/** What watches saw at a site in a year: a strip a phenophase, with the time it is usually seen behind it. */
export function WatchedTable({ sheet }: { sheet: string }) {
  const watched = useWatched(sheet).data ?? []
  if (watched.length === 0) return null
  return (
    <section aria-label="What the watch saw this year">
      <h3>What the watch saw at this site this year</h3>
      <div className={surveyCss.statisticsWide} tabIndex={0}>
        <table className={clsx(surveyCss.countTable, countsCss.watched)}>
          <thead>
            <tr>
              <th>Name</th>
              <th>Seen</th>
              <th>
                <svg viewBox={`0 0 ${width} 12`} className={countsCss.watchedStrip} aria-hidden="true">
                  {[...months].map((m, i) => (
                    <text key={i} x={((i + 0.5) / 12) * width} y="10" textAnchor="middle">
                      {m}
                    </text>
                  ))}
                </svg>
              </th>
              <th>What it says</th>
            </tr>
          </thead>
          <tbody>
            {watched.map((w) => (
              <tr key={`${w.taxon.id} ${w.phase}`}>
                <td>
                  <TaxonText name={w.taxon.name} />
                </td>
                <td>{phases[w.phase]}</td>
                <td>
                  <Strip of={w} />
                </td>
                <td>{w.says}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  )
}

/** Looks as bars by the share seen, none as an open ring at the foot; the usual time as a band. */
function Strip({ of }: { of: WatchedPhase }) {
  const from = of.usual && place(of.usual.from.month, of.usual.from.day)
  const to = of.usual && place(of.usual.to.month, of.usual.to.day)
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={countsCss.watchedStrip}
      role="img"
      aria-label={of.says}
    >
      {from !== null && to !== null && from <= to && (
        <rect x={from} width={to - from} height={height} className={countsCss.watchedUsual} />
      )}
      {from !== null && to !== null && from > to && (
        <>
          <rect x="0" width={to} height={height} className={countsCss.watchedUsual} />
          <rect x={from} width={width - from} height={height} className={countsCss.watchedUsual} />
        </>
      )}
      <line x1="0" x2={width} y1={height - 0.5} y2={height - 0.5} className={countsCss.watchedBaseline} />
      {of.days.map((d) =>
        d.percent > 0 ? (
          <rect
            key={d.date}
            x={placeOf(d.date) - 1.5}
            width="3"
            y={height - (d.percent / 100) * height}
            height={(d.percent / 100) * height}
            className={countsCss.watchedShare}
          />
        ) : (
          <circle key={d.date} cx={placeOf(d.date)} cy={height - 3} r="2" className={countsCss.watchedNone} />
        ),
      )}
    </svg>
  )
}
