import { Button, Checkbox, FormControlLabel } from '@mui/material'
import { useState } from 'react'
import { useSession } from '../../api/queries'
import { ProblemNote } from '../../kit/ProblemNote'
import { RecordFields } from '../records/RecordFields'
import { useChosenRecords } from '../records/useChosenRecords'
import { WithheldList } from '../records/WithheldList'
import { FindsList } from './FindsList'
import { FindsMap } from './FindsMap'
import { type FindFilter, useFindSummary } from './findQueries'
import { MostFound } from './MostFound'
import { YearBars } from './YearBars'
import { inFigures } from '../../kit/format'
import kitCss from '../../kit/kit.module.css'
import surveyCss from '../survey.module.css'
import findsCss from './finds.module.css'

const exportAddress = (filter: FindFilter, exact: boolean) => {
  const query = new URLSearchParams({ exact: String(exact) })
  for (const [name, value] of Object.entries(filter)) if (value !== undefined) query.set(name, String(value))
  return `/api/finds.csv?${query}`
}

/** Everything found, followed or counted: a list, a map and sums, each of which narrows the others. */
export function FindsPanel({ nonce }: { nonce: string }) {
  const session = useSession().data
  const { chosen: filter, choose: set, all } = useChosenRecords()
  const [exact, setExact] = useState(false)
  const { data: sums, error } = useFindSummary(filter)
  return (
    <>
      <div className={surveyCss.recordsHead}>
        <span className={kitCss.soft} aria-live="polite" data-sum="finds">
          {sums &&
            `${inFigures(sums.finds)} ${sums.finds === 1 ? 'find' : 'finds'} of ${inFigures(sums.species)} species at ${inFigures(sums.sites)} ${sums.sites === 1 ? 'site' : 'sites'}`}
        </span>
        <span className={kitCss.fill} />
        {session?.seesSensitive && (
          <FormControlLabel
            control={<Checkbox checked={exact} onChange={(e) => setExact(e.target.checked)} />}
            label="with exact places of sensitive species"
          />
        )}
        <Button variant="contained" href={exportAddress(filter, exact)} download>
          Export what is shown (CSV)
        </Button>
      </div>
      <RecordFields filter={filter} onChange={set} onClear={all} />
      <ProblemNote error={error} />
      <div className={findsCss.finds}>
        <FindsList key={JSON.stringify(filter)} filter={filter} total={sums?.finds ?? 0} nonce={nonce} />
        <aside className={findsCss.findsSide} aria-label="What the finds come to">
          <FindsMap filter={filter} onSite={(site) => set({ site })} />
          {sums && sums.unplaced > 0 && (
            <p className={kitCss.soft}>{inFigures(sums.unplaced)} lie at sites without coordinates.</p>
          )}
          {sums && (
            <YearBars
              years={sums.years}
              onYear={(year) => set({ from: `${year}-01-01`, to: `${year}-12-31` })}
            />
          )}
          {sums && <MostFound taxa={sums.taxa} onTaxon={(taxon) => set({ taxon })} />}
        </aside>
      </div>
      <WithheldList records={sums?.withheld ?? []} />
    </>
  )
}
