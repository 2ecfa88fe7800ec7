import { clsx } from 'clsx'
import { MenuItem, TextField } from '@mui/material'
import { useSites } from '../api/queries'
import type { YearRow } from '../api/types'
import { day, some } from '../kit/format'
import { Awaited } from '../kit/Awaited'
import { ProblemNote } from '../kit/ProblemNote'
import { dayInYear, inWords, months, phases, spansOf } from '../kit/seasons'
import { TaxonText } from '../kit/TaxonText'
import { useTripDays, useYear } from './seasonQueries'
import { useAsked } from '../kit/useAsked'
import kitCss from '../kit/kit.module.css'
import todayCss from './today.module.css'

const width = 720
const x = (number: number) => (number / 365) * width
const rows = { leaf: 0, leafColour: 0, flower: 7, fruit: 14 } as const
type Phase = keyof typeof phases

/** The year of the guide at a place: who is in leaf, flower and fruit, and when. */
export function YearPanel() {
  const sites = useSites().data ?? []
  const [asked, ask] = useAsked('site', 'family', 'growth', 'now', 'ours')
  const { site } = asked
  const family = asked.family ?? ''
  const growth = asked.growth ?? ''
  const now = (Object.keys(phases) as Phase[]).find((p) => p === asked.now) ?? ''
  const ours = asked.ours !== null
  const { data, error } = useYear(site)
  const trips = useTripDays().data ?? []
  if (!data) return error ? <ProblemNote error={error} /> : <Awaited />
  const planned = (taxon: string) => trips.filter((t) => t.taxa.includes(taxon)).map((t) => t.date)
  const growths = [...new Set(data.rows.map((r) => r.growth))].filter(Boolean).sort()
  const families = [...new Set(data.rows.map((r) => r.family))].filter(Boolean).sort()
  const shown = data.rows.filter(
    (r) =>
      r.seasons.length > 0 &&
      (!family || r.family === family) &&
      (!growth || r.growth === growth) &&
      (!ours || r.seen.length + planned(r.taxon.id).length > 0) &&
      (!now || r.seasons.some((s) => s.phase === now && s.open)),
  )
  const number = dayInYear(data.date)
  return (
    <>
      <div className={clsx(kitCss.row, todayCss.row, kitCss.noPrint)}>
        <TextField
          select
          label="At"
          value={site === null ? '' : String(site)}
          onChange={(e) => ask({ site: e.target.value })}
          sx={{ minWidth: 190 }}
        >
          <MenuItem value="">the guide’s own place</MenuItem>
          {sites.map((s) => (
            <MenuItem key={s.id} value={String(s.id)}>
              {s.name}
              {s.elevationM !== null && `, ${s.elevationM} m`}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Family"
          value={family}
          onChange={(e) => ask({ family: e.target.value })}
          sx={{ minWidth: 160 }}
        >
          <MenuItem value="">all</MenuItem>
          {families.map((f) => (
            <MenuItem key={f} value={f}>
              {f}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Sort of plant"
          value={growth}
          onChange={(e) => ask({ growth: e.target.value })}
          sx={{ minWidth: 140 }}
        >
          <MenuItem value="">all</MenuItem>
          {growths.map((g) => (
            <MenuItem key={g} value={g}>
              {g}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Now"
          value={now}
          onChange={(e) => ask({ now: e.target.value })}
          sx={{ minWidth: 140 }}
        >
          <MenuItem value="">anything</MenuItem>
          <MenuItem value="flower">in flower</MenuItem>
          <MenuItem value="fruit">in fruit</MenuItem>
          <MenuItem value="leaf">in leaf</MenuItem>
          <MenuItem value="leafColour">in colour</MenuItem>
        </TextField>
        <span role="status">
          {some(shown.length, 'taxon', 'taxa')}
          {site !== null &&
            data.delay !== 0 &&
            `; spring comes ${Math.abs(data.delay)} days ${data.delay > 0 ? 'later' : 'earlier'} than the guide says`}
        </span>
      </div>
      <label className={kitCss.noPrint}>
        <input
          type="checkbox"
          checked={ours}
          onChange={(e) => ask({ ours: e.target.checked ? 'yes' : null })}
        />{' '}
        only names our plants bear
      </label>
      <p className={kitCss.soft}>
        <span className={todayCss.yearKey}>● a plant of ours visited</span>
        <span className={todayCss.yearKey}>○ a trip to come that visits one</span>
        <span className={todayCss.yearKey}>┆ days of trips to come</span>
        {(Object.keys(phases) as Phase[]).map((p) => (
          <span key={p} className={todayCss.yearKey}>
            <i style={{ background: phases[p].fill }} /> {phases[p].label}
          </span>
        ))}
      </p>
      <div className={todayCss.yearTable} tabIndex={0}>
        <div className={todayCss.yearRow} aria-hidden="true">
          <span />
          <div className={todayCss.yearMonths}>
            {months.map((m) => (
              <span key={m}>{m}</span>
            ))}
          </div>
        </div>
        {shown.map((r) => (
          <Row
            key={r.taxon.id}
            row={r}
            today={number}
            trips={trips.map((trip) => trip.date)}
            planned={planned(r.taxon.id)}
          />
        ))}
      </div>
    </>
  )
}

function Row({
  row,
  today,
  trips,
  planned,
}: {
  row: YearRow
  today: number
  trips: string[]
  planned: string[]
}) {
  return (
    <div className={todayCss.yearRow}>
      <span>
        <TaxonText name={row.taxon.name} />
      </span>
      <svg viewBox={`0 0 ${width} 22`} preserveAspectRatio="none" role="img">
        <title>{row.seasons.map(inWords).join(' ')}</title>
        {months.map((m, i) => (
          <path key={m} d={`M${x(i * 30.42)} 0V22`} className={todayCss.yearLine} />
        ))}
        {row.seasons.flatMap((s) =>
          spansOf(s).map(([a, b]) => (
            <rect
              key={`${s.phase} ${a}`}
              x={x(a)}
              y={rows[s.phase] + 1}
              width={Math.max(2, x(b) - x(a))}
              height="6"
              fill={phases[s.phase].fill}
            />
          )),
        )}
        {trips.map((d) => (
          <path key={d} d={`M${x(dayInYear(d))} 0V22`} className={todayCss.yearTrip} />
        ))}
        {row.seen.map((d) => (
          <ellipse key={d} cx={x(dayInYear(d))} cy="11" rx="4" ry="4" className={todayCss.yearSeen}>
            <title>visited {day(d)}</title>
          </ellipse>
        ))}
        {planned.map((d) => (
          <ellipse
            key={`to ${d}`}
            cx={x(dayInYear(d))}
            cy="11"
            rx="4"
            ry="4"
            className={todayCss.yearPlanned}
          >
            <title>a trip on {day(d)}</title>
          </ellipse>
        ))}
        <path d={`M${x(today)} 0V22`} className={todayCss.yearToday} />
      </svg>
    </div>
  )
}
