import { clsx } from 'clsx'
import { Button } from '@mui/material'
import { useSearchParams } from 'react-router'
import { useSession } from '../../api/queries'
import { day } from '../../kit/format'
import { Empty } from '../../kit/Empty'
import { TaxonText } from '../../kit/TaxonText'
import { ProblemNote } from '../../kit/ProblemNote'
import { SiteField } from '../../kit/SiteField'
import { BeginCountForm } from './BeginCountForm'
import { CountPanel } from './CountPanel'
import { useCounts } from './countQueries'
import { DeletedCounts } from './DeletedCounts'
import { protocols } from './protocols'
import { useAsked } from '../../kit/useAsked'
import kitCss from '../../kit/kit.module.css'
import countsCss from './counts.module.css'

const examples = [
  ['ace cir 3', 'Acer circinatum', '3'],
  ['sword fern 12', 'Polystichum munitum', '12'],
] as const

/** Counts by protocol: the list of them, and the one that is open. */
export function CountsPanel() {
  const mayRecord = useSession().data?.mayRecord
  const [params, setParams] = useSearchParams()
  const [{ at: site }, ask] = useAsked('at')
  const { data, error, hasNextPage, fetchNextPage, isFetchingNextPage } = useCounts(site)
  const sheets = data?.pages.flatMap((p) => p.sheets)
  const open = params.get('sheet')
  const setOpen = (what: string | null) =>
    setParams({ what: 'counts', ...(site && { at: site }), ...(what !== null && { sheet: what }) })
  return (
    <div className={clsx(countsCss.countDesk, open !== null && countsCss.countOne)}>
      <nav className={clsx(countsCss.countList, kitCss.noPrint)} aria-label="Counts">
        <Button variant="contained" onClick={() => setOpen('new')} disabled={!mayRecord}>
          Begin a count
        </Button>
        <ProblemNote error={error} />
        {sheets?.length === 0 && <p className={kitCss.soft}>No count yet.</p>}
        {(site !== null || hasNextPage) && (
          <SiteField value={site} onChange={(next) => ask({ at: next })} all />
        )}
        <ul>
          {sheets?.map((c) => (
            <li key={c.id}>
              <button
                type="button"
                aria-current={open === c.id ? 'true' : undefined}
                onClick={() => setOpen(c.id)}
              >
                <b>{c.siteName}</b> {day(c.content.date)}
                <small>
                  {protocols[c.content.protocol].label}, {c.lines} {c.lines === 1 ? 'line' : 'lines'},{' '}
                  {c.recorder}
                </small>
              </button>
            </li>
          ))}
        </ul>
        {sheets && sheets.length > 0 && (
          <Button
            href={`/api/counts/calendar.ics${site === null ? '' : `?site=${site}`}`}
            download
            size="small"
          >
            As a calendar
          </Button>
        )}
        <DeletedCounts />
        {hasNextPage && (
          <Button onClick={() => void fetchNextPage()} loading={isFetchingNextPage}>
            Earlier counts
          </Button>
        )}
      </nav>
      <div>
        {open !== null && (
          <Button className={clsx(countsCss.countBack, kitCss.noPrint)} onClick={() => setOpen(null)}>
            All counts
          </Button>
        )}
        {open === null && (
          <Empty
            says="Choose a count, or begin one: a list of a walk, a timed search, quadrats with cover, a line, a plot of trees, a population, or a watch of leaves, flowers and fruit. A line is a name and a number: three letters of genus and species will do."
            example={
              <table>
                <thead>
                  <tr>
                    <th>typed</th>
                    <th>kept</th>
                  </tr>
                </thead>
                <tbody>
                  {examples.map(([typed, name, number]) => (
                    <tr key={typed}>
                      <td>
                        <kbd>{typed}</kbd>
                      </td>
                      <td>
                        <TaxonText name={name} /> {number}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            }
          >
            {mayRecord && sheets?.length === 0 && (
              <Button variant="contained" onClick={() => setOpen('new')}>
                Begin the first count
              </Button>
            )}
          </Empty>
        )}
        {open === 'new' && <BeginCountForm onBegun={setOpen} />}
        {open !== null && open !== 'new' && <CountPanel key={open} id={open} onGone={() => setOpen(null)} />}
      </div>
    </div>
  )
}
