import { clsx } from 'clsx'
import { Button } from '@mui/material'
import type { BenchAnswer } from '../../api/types'
import { hazardWords, percent } from '../../kit/format'
import { HazardMark } from '../../kit/HazardMark'
import { TaxonText } from '../../kit/TaxonText'
import { WeightBar } from '../../kit/WeightBar'
import likelyCss from './likely.module.css'

interface Props {
  bench: BenchAnswer
  onReasons: (taxon: string) => void
  onApart: (taxa: string[]) => void
}

/** What was plainly seen and the leading name does not show: why it is not said, and what to do. */
function Against({ bench }: { bench: BenchAnswer }) {
  const { against, names } = bench.likelyNames
  const leading = names[0]?.name.name
  if (!leading || against.length === 0) return null
  const found = against.map((a) => `${a.label.toLowerCase()}: ${a.found}`).join('; ')
  return (
    <p className={likelyCss.against} role="status">
      {against.every((a) => a.checked) ? (
        <>
          <b>
            Near <TaxonText name={leading} />, not it
          </b>{' '}
          ({found}, looked at twice).
        </>
      ) : (
        <>
          <TaxonText name={leading} /> does not show {found}. <b>Look again</b> before it can be said.
        </>
      )}
    </p>
  )
}

const mostNames = 5
const mostRanks = 2

/** The names with their weights, the ranks that gather them, and what can be said today. */
export function LikelyNamesList({ bench, onReasons, onApart }: Props) {
  const { likelyNames } = bench
  const safe = likelyNames.safe
  const names = likelyNames.names.slice(0, mostNames)
  // The ranks stand among the names by their weight; sorting keeps a rank before the names it gathers.
  const lines = [
    ...likelyNames.ranks.slice(0, mostRanks).map((weighed) => ({ weighed, rank: true })),
    ...names.map((weighed) => ({ weighed, rank: false })),
  ].sort((a, b) => b.weighed.mass - a.weighed.mass)
  return (
    <>
      {lines.map(({ weighed: w, rank }) =>
        rank ? (
          <div
            key={w.name.id}
            className={clsx(likelyCss.weighed, likelyCss.rank)}
            title={`All of the ${w.name.rank} together`}
          >
            <span>
              <small>{w.name.rank}</small> <TaxonText name={w.name.name} family={w.name.rank === 'family'} />
            </span>
            <WeightBar mass={w.mass} />
            <span>{percent(w.mass)}</span>
          </div>
        ) : (
          <button
            key={w.name.id}
            type="button"
            className={likelyCss.weighed}
            onClick={() => onReasons(w.name.id)}
            title="What speaks for and against it"
          >
            <span>
              <TaxonText name={w.name.name} />
              <HazardMark hazards={w.hazards} />
            </span>
            <WeightBar mass={w.mass} />
            <span>{percent(w.mass)}</span>
          </button>
        ),
      )}
      <div className={likelyCss.weighed}>
        <span>outside the guide</span>
        <WeightBar mass={likelyNames.outside} hatched />
        <span>{percent(likelyNames.outside)}</span>
      </div>
      {likelyNames.untreated.map((u) => (
        <div
          key={u.name}
          className={clsx(likelyCss.weighed, likelyCss.rank)}
          title="Grows in the area; the guide lists it and does not describe it"
        >
          <span>
            <small>or, not treated here:</small> <TaxonText name={u.name} />{' '}
            <HazardMark hazards={u.hazards} />
          </span>
          <WeightBar mass={u.mass} hatched />
          <span>{percent(u.mass)}</span>
        </div>
      ))}
      <p className={likelyCss.safe}>
        {likelyNames.outsideIsSafe ? (
          'Can be said today: none of these'
        ) : safe ? (
          <>
            Can be said today:{' '}
            {safe.names.length === 1 && safe.names[0]?.rank !== 'species' && `${safe.names[0]?.rank} `}
            {safe.names.map((n, i) => (
              <span key={n.id}>
                {i > 0 && ' or '}
                <TaxonText name={n.name} family={n.rank === 'family'} />
              </span>
            ))}
            , {percent(safe.mass)}
            {safe.hazards[0] && ` · ${hazardWords[safe.hazards[0]].toLowerCase()}`}
          </>
        ) : likelyNames.against.length > 0 ? (
          'No name can be said yet'
        ) : (
          'No name is sure enough yet'
        )}
      </p>
      <Against bench={bench} />
      {names.length > 1 && (
        <Button onClick={() => onApart(names.slice(0, 2).map((w) => w.name.id))}>
          Tell the first two apart&nbsp;<kbd>A</kbd>
        </Button>
      )}
    </>
  )
}
