import { Button, LinearProgress, MenuItem, TextField } from '@mui/material'
import { useSites } from '../api/queries'
import type { RoundSettings, RoundView } from '../api/types'
import { toolWords } from '../bench/means'
import { day } from '../shared/format'
import { ProblemNote } from '../shared/ProblemNote'
import { PlantName } from './PlantName'
import { RoundSketch } from './RoundSketch'
import { useRounds, useSeekRounds, useSetRounds } from './seasonQueries'

const weekdays = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday'] as const

const hours = (minutes: number) =>
  `${Math.floor(minutes / 60)} h ${String(Math.round(minutes % 60)).padStart(2, '0')} min`

/** The fewest days out on which everything the plants wait for can be seen; any change plans anew. */
export function RoundsPanel() {
  const { data, error } = useRounds()
  const setting = useSetRounds()
  const seeking = useSeekRounds()
  const sites = useSites().data ?? []
  if (!data) return <ProblemNote error={error} />
  // Planning takes a moment: what was chosen shows at once, and the next choice builds on it.
  const settings = (setting.isPending && setting.variables) || data.settings
  const set = (part: Partial<RoundSettings>) => setting.mutate({ ...settings, ...part })
  return (
    <>
      <form className="row no-print" aria-label="When you can go" onSubmit={(e) => e.preventDefault()}>
        <fieldset className="checks">
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
          value={String(settings.start ?? sites[0]?.id ?? '')}
          onChange={(e) => set({ start: Number(e.target.value) })}
          sx={{ minWidth: 160 }}
        >
          {sites.map((s) => (
            <MenuItem key={s.id} value={String(s.id)}>
              {s.name}
            </MenuItem>
          ))}
        </TextField>
        <Button component="a" href="/api/rounds/calendar.ics" download="rounds.ics">
          Calendar file
        </Button>
        <Button onClick={() => window.print()}>Print field sheets</Button>
      </form>
      <ProblemNote error={setting.error} />
      <ProblemNote error={seeking.error?.name === 'AbortError' ? null : seeking.error} />
      <p role="status">
        <b>
          {data.rounds.length} {data.rounds.length === 1 ? 'round' : 'rounds'}
        </b>{' '}
        within a year.{' '}
        {data.rounds.length === data.leastPossible
          ? 'No plan has fewer.'
          : `Perhaps ${data.leastPossible} would do; no plan has fewer than that.${data.sought ? ' Fewer were sought at length.' : ''}`}
      </p>
      {data.rounds.length > data.leastPossible && !data.sought && !seeking.isPending && (
        <p className="no-print">
          <Button onClick={() => seeking.mutate()}>Seek longer for fewer</Button> It can take minutes, and can
          be stopped.
        </p>
      )}
      {seeking.isPending && (
        <div className="no-print">
          <LinearProgress
            variant="determinate"
            value={100 * seeking.share}
            aria-label="Seeking fewer rounds"
          />
          <span>{Math.floor(100 * seeking.share)}&nbsp;% of the longest it can take</span>{' '}
          <Button onClick={seeking.stop}>Stop seeking</Button>
        </div>
      )}
      {settings.lost.length > 0 && (
        <p className="no-print">
          Days lost: {settings.lost.map((d) => day(d)).join(', ')}.{' '}
          <Button onClick={() => set({ lost: [] })}>Take them back</Button>
        </p>
      )}
      {data.unmet.length > 0 && (
        <section aria-label="Cannot be met">
          <h2>Cannot be met</h2>
          <ul className="box today-list">
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
      {data.rounds.map((r) => (
        <Round
          key={r.date}
          round={r}
          busy={setting.isPending}
          onLost={() => set({ lost: [...settings.lost, r.date] })}
        />
      ))}
    </>
  )
}

/** A round: where to go, what to take, and what to look at on each plant; printed it is a field sheet. */
function Round({ round, busy, onLost }: { round: RoundView; busy: boolean; onLost: () => void }) {
  const cautions = [...new Set(round.stops.flatMap((s) => s.cautions))]
  return (
    <article className="box round" aria-label={`Round of ${day(round.date)}`}>
      <header>
        <h2>
          {day(round.date)}{' '}
          <small>
            {round.places
              .slice(1)
              .map((p) => p.name)
              .join(', ')}
          </small>
        </h2>
        <span className="soft">
          {hours(round.minutes)},{' '}
          {round.margin === 0 ? 'the last day for some' : `${round.margin} days to spare`}
        </span>
        <Button className="no-print" disabled={busy} onClick={onLost}>
          Not on this day
        </Button>
      </header>
      <div className="round-body">
        <RoundSketch places={round.places} />
        <div>
          {round.tools.length > 0 && <p>Take: {round.tools.map((t) => toolWords[t]).join(', ')}.</p>}
          <ol>
            {round.stops.map((s) => (
              <li key={`${s.plant.id} ${s.need.part}`}>
                <PlantName plant={s.plant} /> <small>{s.grade}</small>
                {s.way && <div>Find it: {s.way}.</div>}
                <div>{s.need.words}</div>
                {s.need.features.length > 0 && (
                  <ul className="round-features">
                    {s.need.features.map((f) => (
                      <li key={f.character}>
                        <b>{f.label}</b> {f.again && 'once more, it does not fit: '}
                        {f.howTo} <span className="round-blank" />
                      </li>
                    ))}
                  </ul>
                )}
              </li>
            ))}
          </ol>
          {cautions.map((c) => (
            <p key={c} className="caution">
              {c}
            </p>
          ))}
        </div>
      </div>
    </article>
  )
}
