import { Button } from '@mui/material'
import { useCrosses, useReasons } from '../../api/queries'
import type { BenchChoices, BenchRequest, CrossTest, GuideView } from '../../api/types'
import { odds, percent } from '../../kit/format'
import { Awaited } from '../../kit/Awaited'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import kitCss from '../../kit/kit.module.css'
import identifyCss from '../identify.module.css'
import likelyCss from './likely.module.css'

interface Props {
  plant: BenchRequest
  choices: BenchChoices
  guide: GuideView
  taxon: string
  onChoices: (choices: BenchChoices) => void
}

// Pushes beyond this many bits fill the whole bar.
const fullBits = 5

/** What each feature does to a name, the most telling first; each can be switched off to see what hangs on it. */
export function Reasons({ plant, choices, guide, taxon, onChoices }: Props) {
  const { data, error } = useReasons(plant, taxon)
  if (!data) return error ? <ProblemNote error={error} /> : <Awaited />
  const label = (id: string) => guide.characters.find((c) => c.id === id)?.label ?? id
  const prior = data.prior
  return (
    <>
      {data.features.length === 0 && choices.without.length === 0 ? (
        <p className={kitCss.soft}>Nothing recorded weighs for or against this name yet.</p>
      ) : (
        <table className={identifyCss.disproofs}>
          <thead>
            <tr>
              <th scope="col">Recorded</th>
              <th scope="col">Push</th>
              <th scope="col">Odds</th>
              <th scope="col">Fits</th>
              <th scope="col">
                <span className={kitCss.sr}>Switch</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {data.features.map((g) => (
              <tr key={g.character + g.label}>
                <td>
                  <b>{g.label}:</b> {g.found}
                  {g.note && <small> ({g.note})</small>}
                </td>
                <td>
                  <svg className={likelyCss.push} viewBox="-50 0 100 12" aria-hidden="true">
                    <path d="M0 0V12" stroke="var(--ink)" />
                    <rect
                      x={g.bits < 0 ? Math.max(g.bits / fullBits, -1) * 48 : 0}
                      y="2"
                      width={Math.min(Math.abs(g.bits) / fullBits, 1) * 48}
                      height="8"
                      fill={g.bits < 0 ? 'var(--rust)' : 'var(--moss)'}
                    />
                  </svg>{' '}
                  {g.inWords}
                </td>
                <td>{odds(g.bits)}</td>
                <td>{g.fitting} names</td>
                <td>
                  {g.character && (
                    <Button
                      size="small"
                      color="inherit"
                      aria-label={`Switch ${g.label} off`}
                      onClick={() => onChoices({ ...choices, without: [...choices.without, g.character] })}
                    >
                      Switch off
                    </Button>
                  )}
                </td>
              </tr>
            ))}
            {choices.without.map((c) => (
              <tr key={c} className={likelyCss.switchedOff}>
                <td>
                  <b>{label(c)}</b>
                </td>
                <td colSpan={3}>switched off</td>
                <td>
                  <Button
                    size="small"
                    color="inherit"
                    aria-label={`Count ${label(c)} again`}
                    onClick={() => onChoices({ ...choices, without: choices.without.filter((x) => x !== c) })}
                  >
                    Count again
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className={kitCss.soft}>
        Before any feature: {percent(data.before)}, from kind of place {prior.habitat.toFixed(2)}, height{' '}
        {prior.elevation.toFixed(2)}, season {prior.season.toFixed(2)}, commonness{' '}
        {prior.commonness.toFixed(2)} (1 says nothing against it).
      </p>
      <Crosses plant={plant} taxon={taxon} />
    </>
  )
}

function Crosses({ plant, taxon }: { plant: BenchRequest; taxon: string }) {
  const { data } = useCrosses(plant, taxon)
  return (
    <>
      {data?.map((c) => (
        <Cross key={c.cross.id} test={c} />
      ))}
    </>
  )
}

const sides = { first: 'first parent', between: 'between', second: 'second parent' } as const

/** A plant held against both parents and their cross. */
function Cross({ test }: { test: CrossTest }) {
  return (
    <section className={likelyCss.account}>
      <h3>
        Is it the cross? <TaxonText name={test.first.name} /> {percent(test.masses[0] ?? 0)},{' '}
        <TaxonText name={test.cross.name} /> {percent(test.masses[1] ?? 0)},{' '}
        <TaxonText name={test.second.name} /> {percent(test.masses[2] ?? 0)}
      </h3>
      <p>{test.verdict}</p>
      {test.features.length > 0 && (
        <table className={identifyCss.disproofs}>
          <tbody>
            {test.features.map((f) => (
              <tr key={f.character}>
                <th scope="row">{f.label}</th>
                <td>{f.found}</td>
                <td>{sides[f.side]}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {test.unseen.length > 0 && (
        <p className={kitCss.soft}>
          Not recorded yet, and worth it: {test.unseen.slice(0, 4).join(', ').toLowerCase()}.
        </p>
      )}
    </section>
  )
}
