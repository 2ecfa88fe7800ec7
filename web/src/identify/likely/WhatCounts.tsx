import type { BenchAnswer, BenchChoices, LinkedPlant, PriorFactor } from '../../api/types'
import { TaxonText } from '../../kit/TaxonText'
import kitCss from '../../kit/kit.module.css'
import likelyCss from './likely.module.css'

interface Props {
  bench: BenchAnswer
  choices: BenchChoices
  colony: LinkedPlant[]
  onChange: (choices: BenchChoices) => void
}

const factors: Record<PriorFactor, string> = {
  habitat: 'kind of place',
  elevation: 'height',
  season: 'season',
  commonness: 'commonness',
}
const keys = Object.keys(factors) as PriorFactor[]

const mostNames = 2

/** "Acer macrophyllum" as "A. macrophyllum", where there is little room. */
const short = (name: string) => name.replace(/^(\w)\w+ /, '$1. ')

const toggled = <T,>(list: T[], item: T) =>
  list.includes(item) ? list.filter((x) => x !== item) : [...list, item]

/** What place and date say of the leading names, each factor to be left out; linked plants likewise. */
export function WhatCounts({ bench, choices, colony, onChange }: Props) {
  const shown = bench.priors.slice(0, mostNames)
  return (
    <details className={likelyCss.counts}>
      <summary>
        What place and date say
        {choices.leftOut.length > 0 && ` · ${choices.leftOut.length} left out`}
      </summary>
      <table>
        <thead>
          <tr>
            <th scope="col">
              <span className={kitCss.sr}>Factor</span>
            </th>
            {shown.map((p) => (
              <th key={p.taxon.id} scope="col" title={p.taxon.name}>
                <TaxonText name={short(p.taxon.name)} />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {keys.map((f) => (
            <tr key={f} className={choices.leftOut.includes(f) ? likelyCss.leftOut : undefined}>
              <th scope="row">
                <label>
                  <input
                    type="checkbox"
                    checked={!choices.leftOut.includes(f)}
                    onChange={() => onChange({ ...choices, leftOut: toggled(choices.leftOut, f) })}
                  />
                  {factors[f]}
                </label>
              </th>
              {shown.map((p) => (
                <td key={p.taxon.id}>{p.factors[f] === 1 ? '1' : p.factors[f].toFixed(2)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {colony.length > 0 && (
        <label>
          <input
            type="checkbox"
            checked={!choices.colonyLeftOut}
            onChange={() => onChange({ ...choices, colonyLeftOut: !choices.colonyLeftOut })}
          />
          counts as one colony with {colony.map((c) => c.tag).join(', ')}
        </label>
      )}
      <p className={kitCss.soft}>1 says nothing against the name; 0.2 makes it five times less likely.</p>
    </details>
  )
}
