import { clsx } from 'clsx'
import { MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { useChanges, useCountYears } from './countQueries'
import { inNumbers } from './StatisticsView'
import kitCss from '../../kit/kit.module.css'
import surveyCss from '../survey.module.css'
import countsCss from './counts.module.css'

/** At how many sites each species was seen in one year and in another. */
export function ChangesTable() {
  const years = useCountYears().data ?? []
  const [chosen, setChosen] = useState<{ before?: number; after?: number }>({})
  if (years.length < 2) return null
  const after = chosen.after ?? years.at(-1) ?? 0
  const before = chosen.before ?? years.at(-2) ?? 0
  return (
    <section aria-label="Change between years">
      <h2>Change between years</h2>
      <div className={clsx(kitCss.row, countsCss.row, kitCss.noPrint)}>
        <YearField
          label="From"
          value={before}
          years={years}
          set={(y) => setChosen({ ...chosen, before: y })}
        />
        <YearField label="To" value={after} years={years} set={(y) => setChosen({ ...chosen, after: y })} />
      </div>
      <Changes before={before} after={after} />
    </section>
  )
}

function YearField(props: { label: string; value: number; years: number[]; set: (year: number) => void }) {
  return (
    <TextField
      select
      label={props.label}
      value={String(props.value)}
      onChange={(e) => props.set(Number(e.target.value))}
      sx={{ minWidth: 110 }}
    >
      {props.years.map((y) => (
        <MenuItem key={y} value={String(y)}>
          {y}
        </MenuItem>
      ))}
    </TextField>
  )
}

function Changes({ before, after }: { before: number; after: number }) {
  const { data, error } = useChanges(before, after)
  if (!data || error) return <ProblemNote error={error} />
  if (data.length === 0)
    return <p className={kitCss.soft}>No species was looked for in its season in both years.</p>
  return (
    <div className={surveyCss.statisticsWide} tabIndex={0}>
      <table className={surveyCss.countTable}>
        <thead>
          <tr>
            <th>Name</th>
            <th>Sites {before}</th>
            <th>Sites {after}</th>
            <th>Change of the share</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {data.map((c) => (
            <tr key={c.taxon.id}>
              <td>
                <TaxonText name={c.taxon.name} />
              </td>
              <td>
                {c.before.of} of {c.before.all}
              </td>
              <td>
                {c.after.of} of {c.after.all}
              </td>
              <td>{c.difference.value !== null && inNumbers(c.difference, 2)}</td>
              <td>{c.words}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
