import { clsx } from 'clsx'
import { MenuItem, TextField } from '@mui/material'
import type { Protocol } from '../../api/types'
import { some } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { SiteField } from '../../kit/SiteField'
import { asYear, useAsked } from '../../kit/useAsked'
import { ChangesTable } from './ChangesTable'
import { CountedYearField } from './CountedYearField'
import { useStatistics } from './countQueries'
import { StatisticsView } from './StatisticsView'
import { NotSeenTable } from './NotSeenTable'
import { protocolOrder, protocols } from './protocols'
import kitCss from '../../kit/kit.module.css'
import surveyCss from '../survey.module.css'
import countsCss from './counts.module.css'

const empty = { inputLabel: { shrink: true }, select: { displayEmpty: true } }

/** What the counts come to: species, richness, diversity, the curve, and how alike the sites are. */
export function StatisticsPanel() {
  const [{ site, ...asked }, ask] = useAsked('site', 'protocol', 'year')
  const protocol: Protocol | '' = protocolOrder.find((p) => p === asked.protocol) ?? ''
  const year = asYear(asked.year)
  const { data, error } = useStatistics({
    site: site ?? undefined,
    protocol: protocol || undefined,
    year: year ?? undefined,
  })
  return (
    <div className={surveyCss.statistics}>
      <div className={clsx(kitCss.row, countsCss.row, kitCss.noPrint)}>
        <SiteField value={site} onChange={(next) => ask({ site: next })} all />
        <TextField
          select
          label="Counted by"
          value={protocol}
          onChange={(e) => ask({ protocol: e.target.value })}
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
        <CountedYearField
          value={year}
          onChange={(next) => ask({ year: next === null ? null : String(next) })}
        />
        {data && (
          <span role="status">
            {some(data.units, 'sampling unit')}
            {data.partial && '; sensitive species are left out for you'}
            {data.unnamed > 0 &&
              `; ${data.unnamed} ${data.unnamed === 1 ? 'line adds' : 'lines add'} no species: a genus, or a name with cf., aff. or ?`}
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
      {data &&
        (data.species.length === 0 ? <p>Nothing was counted here yet.</p> : <StatisticsView of={data} />)}
      {data && (site === null ? <ChangesTable /> : <NotSeenTable site={site} />)}
    </div>
  )
}
