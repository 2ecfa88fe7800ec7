import { Suspense } from 'react'
import { useSearchParams } from 'react-router'
import { Awaited } from '../kit/Awaited'
import { later } from '../kit/later'
import { ViewTabs } from '../kit/ViewTabs'
import { TodayPanel } from './TodayPanel'
import todayCss from './today.module.css'

const TripsPanel = later(() => import('./TripsPanel').then((m) => m.TripsPanel))
const ShowsPanel = later(() => import('./ShowsPanel').then((m) => m.ShowsPanel))
const YearPanel = later(() => import('./YearPanel').then((m) => m.YearPanel))

const tabs = [
  { id: null, label: 'Today' },
  { id: 'trips', label: 'Field trips' },
  { id: 'shows', label: 'What shows' },
  { id: 'year', label: 'The year' },
]

/** The season: what there is to do today, the trips that follow from it, what shows on a day, and the year of the whole guide. */
export function SeasonPage() {
  const [params, setParams] = useSearchParams()
  const what = params.get('what')
  return (
    <main className={todayCss.seasonPage}>
      <title>{`${tabs.find((t) => t.id === what)?.label ?? 'Today'} · Garten`}</title>
      <ViewTabs
        label="Today"
        tabs={tabs}
        chosen={what}
        onChoose={(id) => setParams(id ? { what: id } : {})}
      />
      {what === null && <TodayPanel />}
      <Suspense fallback={<Awaited />}>
        {what === 'trips' && <TripsPanel />}
        {what === 'shows' && <ShowsPanel />}
        {what === 'year' && <YearPanel />}
      </Suspense>
    </main>
  )
}
