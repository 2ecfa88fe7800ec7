import { clsx } from 'clsx'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import type { TodayNeed } from '../api/types'
import { day, sentence } from '../kit/format'
import { lookAt } from '../kit/lookAt'
import { Awaited } from '../kit/Awaited'
import { ProblemNote } from '../kit/ProblemNote'
import { gradeWords } from '../kit/grades'
import { PlantName } from './PlantName'
import { StartHere } from './StartHere'
import { WeatherLine } from './WeatherLine'
import { useToday } from './seasonQueries'
import kitCss from '../kit/kit.module.css'
import todayCss from './today.module.css'

function Section({
  title,
  hint,
  empty,
  children,
}: {
  title: string
  hint: string
  empty: boolean
  children: ReactNode
}) {
  if (empty) return null
  return (
    <section aria-label={title}>
      <h2>
        {title} <small>{hint}</small>
      </h2>
      <ul className={clsx(kitCss.box, todayCss.box, todayCss.todayList)}>{children}</ul>
    </section>
  )
}

const Need = ({ of: { plant, grade, words, features } }: { of: TodayNeed }) => (
  <li>
    <PlantName plant={plant} /> <small>{gradeWords[grade]}</small>
    <div>{words}</div>
    {features.length > 0 && <div className={kitCss.soft}>{lookAt(features)}.</div>}
  </li>
)

/** The desk one starts at: what shows now and closes soonest, what fell, what disagrees, what is not written up. */
export function TodayPanel() {
  const { data, error } = useToday()
  if (!data) return error ? <ProblemNote error={error} /> : <Awaited />
  return (
    <>
      <h1>{day(data.date)}</h1>
      <StartHere />
      <ul className={todayCss.todayGrades} aria-label="How sure the names are">
        {data.grades.map((g) => (
          <li key={g.grade}>
            <b>{g.plants}</b> {gradeWords[g.grade]}
          </li>
        ))}
      </ul>
      {data.grades.every((g) => g.plants === 0) && (
        <p>
          No plant yet. <Link to="/identify?add=">Add the first one</Link>, and this page says when to look at
          it again.
        </p>
      )}
      <div className={todayCss.todayColumns}>
        <div>
          <Section title="Shows now" hint="what closes soonest first" empty={data.open.length === 0}>
            {data.open.map((n) => (
              <Need key={`${n.plant.id} ${n.part}`} of={n} />
            ))}
          </Section>
          <Section title="Opens within a month" hint="the soonest first" empty={data.soon.length === 0}>
            {data.soon.map((n) => (
              <Need key={`${n.plant.id} ${n.part}`} of={n} />
            ))}
          </Section>
        </div>
        <div>
          <Section
            title="Names less sure than before"
            hint="until they rise again"
            empty={data.falls.length === 0}
          >
            {data.falls.map((f) => (
              <li key={f.plant.id}>
                <PlantName plant={f.plant} />
                <div>
                  From {gradeWords[f.fall.from]} to <b>{gradeWords[f.fall.to]}</b> on {day(f.fall.on)}.{' '}
                  {f.fall.because}
                </div>
              </li>
            ))}
          </Section>
          <Section title="Threats" hint="until they are settled" empty={data.threats.length === 0}>
            {data.threats.map((t) => (
              <li key={t.threat.id}>
                <PlantName plant={t.plant} />
                <div>
                  <b>{t.threat.content.kind}</b> since {day(t.threat.content.seenOn)}.{' '}
                  {sentence(t.threat.content.note)}{' '}
                  {t.threat.content.toldOn
                    ? `${t.threat.content.told} was told on ${day(t.threat.content.toldOn)}.`
                    : 'Nobody was told yet.'}
                </div>
              </li>
            ))}
          </Section>
          <Section title="Names for a second person" hint="until one agrees" empty={data.names.length === 0}>
            {data.names.map((n) => (
              <li key={n.plant.id}>
                <PlantName plant={n.plant} />
                <div>{n.says.length > 0 ? n.says.join(' ') : `Given by ${n.by}, not reviewed yet.`}</div>
              </li>
            ))}
          </Section>
          <Section title="Does not agree" hint="name, key and features" empty={data.doubts.length === 0}>
            {data.doubts.map((d) => (
              <li key={d.plant.id}>
                <PlantName plant={d.plant} />
                <div>{d.says}</div>
              </li>
            ))}
          </Section>
          <Section title="Not written up" hint="visits without a feature" empty={data.unwritten.length === 0}>
            {data.unwritten.map((v) => (
              <li key={`${v.plant.id} ${v.date}`}>
                <PlantName plant={v.plant} /> <small>{day(v.date)}</small>
              </li>
            ))}
          </Section>
        </div>
      </div>
      <section aria-label="The season">
        <h2>The season</h2>
        <p>
          The season runs <b>{data.year}</b> against the usual
          {data.yearReasons.length > 0 && (
            <span className={kitCss.soft}> ({data.yearReasons.join('; ')})</span>
          )}
          .
        </p>
        <WeatherLine />
      </section>
    </>
  )
}
