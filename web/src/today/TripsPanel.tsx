import { clsx } from 'clsx'
import { Button, LinearProgress, MenuItem, TextField } from '@mui/material'
import { useSites } from '../api/queries'
import type { TripSettings, TripView } from '../api/types'
import { toolWords } from '../kit/toolWords'
import { day } from '../kit/format'
import { ProblemNote } from '../kit/ProblemNote'
import { gradeWords } from '../kit/grades'
import { PlantName } from './PlantName'
import { TripSketch } from './TripSketch'
import { useTripNeeds, useTrips, useSeekTrips, useSetTrips } from './seasonQueries'
import kitCss from '../kit/kit.module.css'
import todayCss from './today.module.css'

const weekdays = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday'] as const

const hours = (minutes: number) =>
  `${Math.floor(minutes / 60)} h ${String(Math.round(minutes % 60)).padStart(2, '0')} min`

/** The fewest days out on which everything the plants wait for can be seen; any change plans anew. */
export function TripsPanel() {
  const { data, error } = useTrips()
  const setting = useSetTrips()
  const seeking = useSeekTrips()
  const sites = useSites().data ?? []
  const waiting = useTripNeeds(!data && !error).data
  if (!data)
    return (
      <>
        <ProblemNote error={error} />
        {!error && <LinearProgress aria-label="Planning trips" />}
        {!error && waiting && (
          <p>
            Planning trips for {waiting.length} things to see on {new Set(waiting.map((w) => w.plant)).size}{' '}
            plants …
          </p>
        )}
      </>
    )
  // Planning takes a moment: what was chosen shows at once, and the next choice builds on it.
  const settings = (setting.isPending && setting.variables) || data.settings
  const set = (part: Partial<TripSettings>) => setting.mutate({ ...settings, ...part })
  return (
    <>
      <form
        className={clsx(kitCss.row, todayCss.row, kitCss.noPrint)}
        aria-label="When you can go"
        onSubmit={(e) => e.preventDefault()}
      >
        <fieldset className={kitCss.checks}>
          <legend>Days you can go</legend>
          {[1, 2, 3, 4, 5, 6, 0].map((n) => {
            const name = weekdays[n] ?? 'sunday'
            return (
              <label key={name}>
                <input
                  type="checkbox"
                  checked={settings.weekdays.includes(name)}
                  onChange={(e) =>
                    set({
                      weekdays: e.target.checked
                        ? [...settings.weekdays, name]
                        : settings.weekdays.filter((w) => w !== name),
                    })
                  }
                />{' '}
                {name.slice(0, 3)}
              </label>
            )
          })}
        </fieldset>
        <TextField
          select
          label="Hours a day"
          value={String(settings.hours)}
          onChange={(e) => set({ hours: Number(e.target.value) })}
          sx={{ minWidth: 110 }}
        >
          {[3, 4, 5, 6, 7, 8, 10].map((h) => (
            <MenuItem key={h} value={String(h)}>
              {h}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="From"
          value={settings.start ?? sites[0]?.id ?? ''}
          onChange={(e) => set({ start: e.target.value })}
          sx={{ minWidth: 160 }}
        >
          {sites.map((s) => (
            <MenuItem key={s.id} value={s.id}>
              {s.name}
            </MenuItem>
          ))}
        </TextField>
        <Button component="a" href="/api/trips/calendar.ics" download="trips.ics">
          Calendar file
        </Button>
        <Button onClick={() => window.print()}>Print field sheets</Button>
      </form>
      <ProblemNote error={setting.error} />
      <ProblemNote error={seeking.error?.name === 'AbortError' ? null : seeking.error} />
      <p role="status">
        <b>
          {data.trips.length} {data.trips.length === 1 ? 'trip' : 'trips'}
        </b>{' '}
        within a year.{' '}
        {data.trips.length === data.leastPossible
          ? 'No plan has fewer.'
          : `Perhaps ${data.leastPossible} would do; no plan has fewer than that.${data.sought ? ' Fewer were sought at length.' : ''}`}
      </p>
      {data.trips.length > data.leastPossible && !data.sought && !seeking.isPending && (
        <p className={kitCss.noPrint}>
          <Button onClick={() => seeking.mutate()}>Seek longer for fewer</Button> It can take minutes, and can
          be stopped.
        </p>
      )}
      {seeking.isPending && (
        <div className={kitCss.noPrint}>
          <LinearProgress
            variant="determinate"
            value={100 * seeking.share}
            aria-label="Seeking fewer trips"
          />
          <span>{Math.floor(100 * seeking.share)}&nbsp;% of the longest it can take</span>{' '}
          <Button onClick={seeking.stop}>Stop seeking</Button>
        </div>
      )}
      {settings.lost.length > 0 && (
        <p className={kitCss.noPrint}>
          Days lost: {settings.lost.map((d) => day(d)).join(', ')}.{' '}
          <Button onClick={() => set({ lost: [] })}>Take them back</Button>
        </p>
      )}
      {data.unmet.length > 0 && (
        <section aria-label="Cannot be met">
          <h2>Cannot be met</h2>
          <ul className={clsx(kitCss.box, todayCss.box, todayCss.todayList)}>
            {data.unmet.map((u) => (
              <li key={`${u.plant.id} ${u.need.part}`}>
                <PlantName plant={u.plant} />
                <div>
                  {u.need.words} {u.reason}
                </div>
              </li>
            ))}
          </ul>
        </section>
      )}
      {data.trips.map((r) => (
        <FieldTrip
          key={r.date}
          trip={r}
          busy={setting.isPending}
          onLost={() => set({ lost: [...settings.lost, r.date] })}
        />
      ))}
    </>
  )
}

/** A trip: where to go, what to take, and what to look at on each plant; printed it is a field sheet. */
function FieldTrip({ trip, busy, onLost }: { trip: TripView; busy: boolean; onLost: () => void }) {
  const cautions = [...new Set(trip.stops.flatMap((s) => s.cautions))]
  return (
    <article
      className={clsx(kitCss.box, todayCss.box, todayCss.trip)}
      aria-label={`Field trip of ${day(trip.date)}`}
    >
      <header>
        <h2>
          {day(trip.date)}{' '}
          <small>
            {trip.places
              .slice(1)
              .map((p) => p.name)
              .join(', ')}
          </small>
        </h2>
        <span className={kitCss.soft}>
          {hours(trip.minutes)},{' '}
          {trip.margin === 0 ? 'the last day for some' : `${trip.margin} days to spare`}
        </span>
        <Button className={kitCss.noPrint} disabled={busy} onClick={onLost}>
          Not on this day
        </Button>
      </header>
      <div className={todayCss.tripBody}>
        <TripSketch places={trip.places} />
        <div>
          {trip.tools.length > 0 && <p>Take: {trip.tools.map((t) => toolWords[t]).join(', ')}.</p>}
          <ol>
            {trip.stops.map((s) => (
              <li key={`${s.plant.id} ${s.need.part}`}>
                <PlantName plant={s.plant} /> <small>{gradeWords[s.grade]}</small>
                {s.way && <div>Find it: {s.way}.</div>}
                <div>{s.need.words}</div>
                {s.need.features.length > 0 && (
                  <ul className={todayCss.tripFeatures}>
                    {s.need.features.map((f) => (
                      <li key={f.character}>
                        <b>{f.label}</b> {f.again && 'once more, it does not fit: '}
                        {f.howTo} <span className={todayCss.tripBlank} />
                      </li>
                    ))}
                  </ul>
                )}
              </li>
            ))}
          </ol>
          {cautions.map((c) => (
            <p key={c} className={kitCss.caution}>
              {c}
            </p>
          ))}
        </div>
      </div>
    </article>
  )
}
