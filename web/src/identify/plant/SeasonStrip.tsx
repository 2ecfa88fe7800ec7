import { clsx } from 'clsx'
import { memo } from 'react'
import { useAccount, useSession } from '../../api/queries'
import type { PlantSheet } from '../../api/types'
import { day } from '../../kit/format'
import { dayInYear, inWords, months, phases, spansOf } from '../../kit/seasons'
import { TaxonText } from '../../kit/TaxonText'
import { YearTiles } from './YearTiles'
import kitCss from '../../kit/kit.module.css'
import plantCss from './plant.module.css'

/** Leaves and their colours share the lower row, flowers and fruit the upper one. */
const rows = { flower: 0, fruit: 0, leaf: 1, leafColour: 1 } as const

const width = 730
const x = (dayNumber: number) => (dayNumber / 365) * width

/** The year of the plant: its visits, today, and the seasons of the name it bears. */
export const SeasonStrip = memo(function SeasonStrip({
  sheet,
  taxon,
  onOpen,
}: {
  sheet: PlantSheet
  taxon: string | null
  /** Opens the whole plant. */
  onOpen: () => void
}) {
  const account = useAccount(sheet.request, taxon).data
  const today = useSession().data?.today
  return (
    <figure className={plantCss.season} aria-label="Seasons and visits">
      <button type="button" className={plantCss.seasonOpen} title="The whole plant, drawn" onClick={onOpen}>
        <span className={kitCss.sr}>Open the whole plant</span>
        <YearTiles plant={sheet.plant.id} />
      </button>
      <svg viewBox={`0 0 ${width} 33`} role="img">
        <title>
          {`Visits on ${sheet.visits.map((v) => day(v.date)).join(', ')}.`}
          {account ? ` ${account.taxon.name}: ${account.seasons.map(inWords).join(' ')}` : ''}
        </title>
        {months.map((m, i) => (
          <path key={m} d={`M${x(i * 30.42)} 0V33`} stroke="var(--line)" />
        ))}
        {account?.seasons.flatMap((s) => {
          const { label, fill } = phases[s.phase]
          const row = rows[s.phase]
          return spansOf(s).map(([a, b]) => (
            <g key={`${s.phase} ${a}`}>
              <rect
                x={x(a)}
                y={3 + row * 13}
                width={Math.max(2, x(b - a))}
                height="11"
                rx="2"
                fill={fill}
                stroke={s.marking.mark === 'conflicts' ? 'var(--ink)' : 'none'}
                strokeDasharray="3 2"
              />
              {b - a > 28 && (
                <text
                  x={x(a) + 4}
                  y={12 + row * 13}
                  className={clsx(plantCss.seasonPhase, plantCss[`season-${s.phase}`])}
                >
                  {label}
                </text>
              )}
            </g>
          ))
        })}
        {sheet.visits.map((v) => (
          <g key={v.id}>
            <path d={`M${x(dayInYear(v.date))} 1V29`} stroke="var(--slate)" strokeWidth="1.6" />
            <circle cx={x(dayInYear(v.date))} cy="29" r="3.2" fill="var(--slate)" />
          </g>
        ))}
        {today && <path d={`M${x(dayInYear(today)) - 4} 0h8l-4 6z`} fill="var(--ink)" />}
      </svg>
      <figcaption className={kitCss.soft}>
        {account ? (
          <>
            seasons of <TaxonText name={account.taxon.name} /> at this height ·{' '}
          </>
        ) : (
          `${sheet.determinations.length === 0 ? 'no name yet, so no seasons' : 'the guide says no seasons of this name'} · `
        )}
        ● visits ▼ today
      </figcaption>
    </figure>
  )
})
