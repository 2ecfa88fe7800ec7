import { MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import { useSites } from '../api/queries'
import type { Figure, Protocol, SpeciesLine, SurveyFigures } from '../api/types'
import { day, words } from '../shared/format'
import { ProblemNote } from '../shared/ProblemNote'
import { TaxonText } from '../shared/TaxonText'
import { AccumulationCurve } from './AccumulationCurve'
import './counts.css'
import { useFigures } from './countQueries'
import { protocolOrder, protocols } from './protocols'

const empty = { inputLabel: { shrink: true }, select: { displayEmpty: true } }

/** What the counts come to: species, richness, diversity, the curve, and how alike the sites are. */
export function FiguresPanel() {
  const sites = useSites().data ?? []
  const [site, setSite] = useState('')
  const [protocol, setProtocol] = useState<Protocol | ''>('')
  const { data, error } = useFigures({
    site: site === '' ? undefined : Number(site),
    protocol: protocol || undefined,
  })
  return (
    <div className="figures">
      <div className="row no-print">
        <TextField
          select
          label="Site"
          value={site}
          onChange={(e) => setSite(e.target.value)}
          slotProps={empty}
          sx={{ minWidth: 170 }}
        >
          <MenuItem value="">all</MenuItem>
          {sites.map((s) => (
            <MenuItem key={s.id} value={String(s.id)}>
              {s.name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Counted by"
          value={protocol}
          onChange={(e) => setProtocol(e.target.value as Protocol | '')}
          slotProps={empty}
          sx={{ minWidth: 180 }}
        >
          <MenuItem value="">all protocols</MenuItem>
          {protocolOrder.map((p) => (
            <MenuItem key={p} value={p}>
              {protocols[p].label}
            </MenuItem>
          ))}
        </TextField>
        {data && (
          <span role="status">
            {data.units} sampling {data.units === 1 ? 'unit' : 'units'}
            {!!data.withheld && `; ${data.withheld} lines of sensitive species left out`}
            {data.unnamed > 0 &&
              `; ${data.unnamed} ${data.unnamed === 1 ? 'line adds' : 'lines add'} no species: a genus or a reserve`}
          </span>
        )}
      </div>
      <ProblemNote error={error} />
      {data?.mixed && (
        <p>
          These were counted by unlike protocols: choose one before you trust an estimate by units, or a
          frequency.
        </p>
      )}
      {data && (data.species.length === 0 ? <p>Nothing was counted here yet.</p> : <Figures of={data} />)}
    </div>
  )
}

function Figures({ of }: { of: SurveyFigures }) {
  return (
    <>
      <div className="figures-columns">
        <section className="box" aria-label="How many species">
          <h2>How many species</h2>
          <table className="count-table">
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
          <p className="soft">
            Estimates with those not seen, in brackets where the true number lies 95 times in 100. All of them
            are rather too low than too high.
          </p>
        </section>
        <section className="box" aria-label="How even">
          <h2>How even</h2>
          {of.countedIn && (
            <p>
              {of.individuals} {words(of.countedIn).toLowerCase()} of {of.speciesCounted} species counted.
            </p>
          )}
          {of.shannon.value === null ? (
            <p className="soft">{of.shannon.lacking}</p>
          ) : (
            <table className="count-table">
              <tbody>
                <Row label="Shannon" of={of.shannon} digits={2} />
                <Row label="Simpson, 1 − D" of={of.simpson} digits={3} />
                <Row label="Hill number, order 1" of={of.hill1} />
                <Row label="Hill number, order 2" of={of.hill2} />
              </tbody>
            </table>
          )}
        </section>
        <section className="box" aria-label="Species by effort">
          <h2>Species by effort</h2>
          <AccumulationCurve points={of.curve} />
        </section>
      </div>
      <section aria-label="Species">
        <h2>Species</h2>
        <div className="figures-wide">
          <table className="count-table">
            <thead>
              <tr>
                <th>Name</th>
                <th>Units with it</th>
                <th>Counted</th>
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
      {of.sites.length > 0 && (
        <section aria-label="How alike the sites are">
          <h2>How alike the sites are</h2>
          <div className="figures-wide">
            <table className="count-table">
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
                    <td>{inFigures(p.jaccard, 2)}</td>
                    <td>{inFigures(p.sorensen, 2)}</td>
                    <td>{inFigures(p.brayCurtis, 2)}</td>
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

function inFigures(of: Figure, digits: number) {
  if (of.value === null) return <span className="soft">{of.lacking}</span>
  const span =
    of.low !== null && of.high !== null ? ` (${of.low.toFixed(digits)} to ${of.high.toFixed(digits)})` : ''
  return `${of.value.toFixed(digits)}${span}`
}

const Row = (props: { label: string; of: Figure | null; text?: string; digits?: number }) => (
  <tr>
    <th scope="row">{props.label}</th>
    <td>{props.of ? inFigures(props.of, props.digits ?? 1) : props.text}</td>
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
        .map(([unit, n]) => `${n} ${words(unit).toLowerCase()}`)
        .join(', ')}
    </td>
    <td>{of.cover && inFigures(of.cover, 1)}</td>
    <td>{of.basalArea?.toFixed(1)}</td>
    <td>{day(of.first)}</td>
    <td>{day(of.last)}</td>
  </tr>
)
