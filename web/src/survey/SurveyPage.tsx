import { Suspense } from 'react'
import { useSearchParams } from 'react-router'
import { useSession } from '../api/queries'
import { Awaited } from '../kit/Awaited'
import { later } from '../kit/later'
import { ViewTabs } from '../kit/ViewTabs'
import { ViewTitle } from '../kit/ViewTitle'
import kitCss from '../kit/kit.module.css'
import surveyCss from './survey.module.css'

const MapPage = later(() => import('./map/MapPage').then((m) => m.MapPage))
const PlantRecords = later(() => import('./records/PlantRecords').then((m) => m.PlantRecords))
const FindsPanel = later(() => import('./finds/FindsPanel').then((m) => m.FindsPanel))
const CountsPanel = later(() => import('./counts/CountsPanel').then((m) => m.CountsPanel))
const StatisticsPanel = later(() => import('./counts/StatisticsPanel').then((m) => m.StatisticsPanel))
const NamesPanel = later(() => import('./names/NamesPanel').then((m) => m.NamesPanel))
const ReportPanel = later(() => import('./papers/ReportPanel').then((m) => m.ReportPanel))
const ChecklistPanel = later(() => import('./papers/ChecklistPanel').then((m) => m.ChecklistPanel))
const LabelsPanel = later(() => import('./papers/LabelsPanel').then((m) => m.LabelsPanel))
const ImportPanel = later(() => import('./records/ImportPanel').then((m) => m.ImportPanel))

const tabs: { id: string | null; label: string }[] = [
  { id: null, label: 'Map' },
  { id: 'plants', label: 'Plants' },
  { id: 'counts', label: 'Counts' },
  { id: 'finds', label: 'All finds' },
  { id: 'statistics', label: 'Figures' },
  { id: 'names', label: 'Names' },
  { id: 'report', label: 'Report' },
  { id: 'checklist', label: 'Checklist' },
  { id: 'labels', label: 'Labels' },
]

/** Views made to be printed, which have a title of their own. */
const papers = ['report', 'checklist', 'labels']

/** The survey: its map, plants with their names, counts, what they come to, papers, and what comes in and goes out. */
export function SurveyPage({ nonce }: { nonce: string }) {
  const [params, setParams] = useSearchParams()
  const what = params.get('what')
  const steward = useSession().data?.isSteward
  const all = steward ? [...tabs, { id: 'import', label: 'Bring in' }] : tabs
  const title = all.find((t) => t.id === what)?.label ?? 'Survey'
  return (
    <div className={kitCss.placeView}>
      <ViewTabs
        label="Survey"
        tabs={all}
        chosen={what}
        onChoose={(id) => setParams(id ? { what: id } : {})}
      />
      {what === null ? (
        <>
          <title>Map · Garten</title>
          <MapPage />
        </>
      ) : (
        <main className={surveyCss.records}>
          <ViewTitle screenOnly={papers.includes(what)}>{title}</ViewTitle>
          <Suspense fallback={<Awaited />}>
            {what === 'plants' && <PlantRecords nonce={nonce} />}
            {what === 'finds' && <FindsPanel nonce={nonce} />}
            {what === 'counts' && <CountsPanel />}
            {what === 'statistics' && <StatisticsPanel />}
            {what === 'names' && <NamesPanel />}
            {what === 'report' && <ReportPanel />}
            {what === 'checklist' && <ChecklistPanel />}
            {what === 'labels' && <LabelsPanel />}
            {what === 'import' && <ImportPanel />}
          </Suspense>
        </main>
      )}
    </div>
  )
}
