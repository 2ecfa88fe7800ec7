import { clsx } from 'clsx'
import { MenuItem, TextField } from '@mui/material'
import { Link } from 'react-router'
import { usePlants, useSites } from '../api/queries'
import type { ShownPart, ShownTaxon } from '../api/types'
import { day } from '../kit/format'
import { ProblemNote } from '../kit/ProblemNote'
import { TaxonText } from '../kit/TaxonText'
import { useShows } from './seasonQueries'
import { useAsked } from '../kit/useAsked'
import kitCss from '../kit/kit.module.css'
import todayCss from './today.module.css'

const titles = {
  flowers: 'Flowers and catkins',
  fruit: 'Fruit and cones',
  leaves: 'Leaves',
  buds: 'Winter buds',
} as const

/** What shows on a day, part by part: on all species of the guide at a place, or on one plant. */
export function ShowsPanel() {
  const sites = useSites().data ?? []
  const plants = usePlants().data ?? []
  const [{ date, ...asked }, ask] = useAsked('date', 'of')
  const of = asked.of ?? ''
  const [kind, number] = of.split(' ')
  const { data, error } = useShows({
    date: date ?? undefined,
    site: kind === 'site' ? number : undefined,
    plant: kind === 'plant' ? number : undefined,
  })
  return (
    <>
      <div className={clsx(kitCss.row, todayCss.row, kitCss.noPrint)}>
        <TextField
          type="date"
          label="On"
          value={date ?? data?.date ?? ''}
          onChange={(e) => ask({ date: e.target.value })}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <TextField
          select
          label="At a place, or on a plant"
          value={of}
          onChange={(e) => ask({ of: e.target.value })}
          sx={{ minWidth: 240 }}
          slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
        >
          <MenuItem value="">the guide’s own place</MenuItem>
          {sites.map((s) => (
            <MenuItem key={s.id} value={`site ${s.id}`}>
              {s.name}
              {s.elevationM !== null && `, ${s.elevationM} m`}
            </MenuItem>
          ))}
          {plants.map((p) => (
            <MenuItem key={`plant ${p.id}`} value={`plant ${p.id}`}>
              plant {p.tag}, {p.name ?? (p.description || 'no name yet')}
            </MenuItem>
          ))}
        </TextField>
        {data && <span role="status">Of {data.of}</span>}
      </div>
      <ProblemNote error={error} />
      <div className={todayCss.shows}>
        {data?.parts.map((p) => (
          <Part key={p.part ?? 'any'} of={p} taxa={data.taxa} />
        ))}
      </div>
    </>
  )
}

function Part({ of, taxa }: { of: ShownPart; taxa: number }) {
  const { part, showing, next, unsaid } = of
  const left = of.features.filter((f) => !f.recorded)
  const title = part === null ? 'On any day' : titles[part]
  return (
    <section className={clsx(kitCss.box, todayCss.box, todayCss.showsPart)} aria-label={title}>
      <h2>
        {title}{' '}
        {part !== null && (
          <small>
            {showing.length} of {taxa}
          </small>
        )}
      </h2>
      {part !== null && showing.length === 0 && <p>Nobody shows them that day.</p>}
      {part !== null && showing.length > 0 && <Taxa of={showing} word="until" />}
      {next.length > 0 && (
        <>
          <h3>Next</h3>
          <Taxa of={next} word="from" />
        </>
      )}
      {unsaid > 0 && <p className={kitCss.soft}>Of {unsaid} the guide does not say when.</p>}
      {(part === null || showing.length > 0) && left.length > 0 && (
        <details open={left.length <= 12}>
          <summary>
            {left.length} {left.length === 1 ? 'feature' : 'features'} to look at
            {of.features.length > left.length && `, ${of.features.length - left.length} recorded already`}
          </summary>
          <p>{left.map((f) => f.label.toLowerCase()).join(', ')}</p>
        </details>
      )}
    </section>
  )
}

const Taxa = ({ of, word }: { of: ShownTaxon[]; word: string }) => (
  <ul>
    {of.map((t) => (
      <li key={t.taxon.id}>
        <Link to={`/guide/${t.taxon.id}`}>
          <TaxonText name={t.taxon.name} />
        </Link>{' '}
        <small>{t.day === null ? 'all year' : `${word} ${day(t.day)} ± ${Math.round(t.error)} days`}</small>
      </li>
    ))}
  </ul>
)
