import { useSearchParams } from 'react-router'
import { ViewTabs } from '../kit/ViewTabs'
import { TripsPanel } from './TripsPanel'
import { ShowsPanel } from './ShowsPanel'
import { TodayPanel } from './TodayPanel'
import { YearPanel } from './YearPanel'
import todayCss from './today.module.css'

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
      {what === 'trips' && <TripsPanel />}
      {what === 'shows' && <ShowsPanel />}
      {what === 'year' && <YearPanel />}
    </main>
  )
}
