import { Button } from '@mui/material'
import { useApart, useApartDrawings } from '../../api/queries'
import type { ApartAnswer, BenchRequest, GuideView, Organ } from '../../api/types'
import { Drawing } from '../../kit/Drawing'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonPicker } from '../../kit/TaxonPicker'
import { TaxonText } from '../../kit/TaxonText'
import { NameGroups } from './NameGroups'
import kitCss from '../../kit/kit.module.css'
import apartCss from './apart.module.css'

interface Props {
  guide: GuideView
  /** The plant whose sample is placed on the ranges; null to ask of the guide alone. */
  plant: BenchRequest | null
  taxa: string[]
  onTaxa: (taxa: string[]) => void
  /** Opens the features of an organ; absent without a plant. */
  onRecord?: (organ: Organ) => void
}

const mostNames = 6
const mostShown = 14

/** What tells two to six names apart: the best character first, shares and ranges drawn on one axis. */
export function ApartView({ guide, plant, taxa, onTaxa, onRecord }: Props) {
  const { data, error } = useApart(plant, taxa)
  const shown = data?.separations.slice(0, mostShown) ?? []
  const drawn = useApartDrawings(
    taxa,
    shown.map((s) => s.character),
  ).data
  const name = (id: string) => guide.taxa.find((t) => t.name.id === id)?.name.name ?? id
  return (
    <>
      <div className={kitCss.row}>
        {taxa.map((t) => (
          <button
            key={t}
            type="button"
            className={kitCss.part}
            aria-label={`${name(t)}: take it out`}
            onClick={() => onTaxa(taxa.filter((x) => x !== t))}
          >
            <TaxonText name={name(t)} /> ×
          </button>
        ))}
        {taxa.length < mostNames && (
          <div className={apartCss.apartAdd}>
            <TaxonPicker
              key={taxa.join()}
              taxa={guide.taxa.filter((t) => t.name.rank !== 'family' && !taxa.includes(t.name.id))}
              label={taxa.length === 0 ? 'A name' : 'Add a name'}
              onPick={(t) => t && onTaxa([...taxa, t])}
            />
          </div>
        )}
      </div>
      <ProblemNote error={error} />
      {taxa.length < 2 && <p className={kitCss.soft}>Choose two to six names to compare.</p>}
      {taxa.length >= 2 && data && (
        <>
          <Steps answer={data} />
          {drawn?.leaves && <Drawing svg={drawn.leaves} className={apartCss.apartLeaves} />}
          {shown.map((s) => (
            <section key={s.character} className={apartCss.apart}>
              <h3>
                {s.label}{' '}
                <small>
                  {Math.round(s.apart * 100)} % apart
                  {s.parts && s.parts > 1 && ` · measure ${s.parts} to be sure`}
                  {plant && !s.showsToday && !s.own && ' · not to be seen today'}
                  {s.own && ` · recorded: ${s.own}`}
                </small>
                {!s.own && s.showsToday && onRecord && (
                  <Button size="small" onClick={() => onRecord(s.organ)}>
                    Look
                  </Button>
                )}
              </h3>
              <NameGroups separation={s} />
              <div className={apartCss.apartTiles}>
                {drawn?.tiles
                  .filter((t) => t.character === s.character)
                  .map((t) => (
                    <figure key={t.taxon}>
                      <Drawing svg={t.svg} hidden />
                      <figcaption>
                        <TaxonText name={name(t.taxon)} />
                      </figcaption>
                    </figure>
                  ))}
              </div>
            </section>
          ))}
          {data.separations.length > mostShown && (
            <p className={kitCss.soft}>
              {data.separations.length - mostShown} more characters part them less well or cannot be seen
              today.
            </p>
          )}
          {data.separations.length === 0 && <p>The guide knows no feature that parts these names.</p>}
        </>
      )}
    </>
  )
}

/** Three or more names split step by step. */
function Steps({ answer }: { answer: ApartAnswer }) {
  if (answer.steps.length === 0) return null
  return (
    <section className={apartCss.apartSteps}>
      <h3>Step by step</h3>
      <ol>
        {answer.steps.map((s, i) => (
          <li key={i}>
            {s.character === null ? (
              <>
                <Names names={s.one} />: the guide knows no feature that parts them.
              </>
            ) : (
              <>
                <b>{s.label}</b> <small>{Math.round(s.apart * 100)} % apart</small>
                <div>
                  <Names names={s.one} />: {s.oneShows}
                </div>
                <div>
                  <Names names={s.other} />: {s.otherShows}
                </div>
              </>
            )}
          </li>
        ))}
      </ol>
    </section>
  )
}

function Names({ names }: { names: { id: string; name: string }[] }) {
  return (
    <>
      {names.map((n, i) => (
        <span key={n.id}>
          {i > 0 && ', '}
          <TaxonText name={n.name} />
        </span>
      ))}
    </>
  )
}
