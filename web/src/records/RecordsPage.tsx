import { useSearchParams } from 'react-router'
import { useSession } from '../api/queries'
import { CountsPanel } from '../counts/CountsPanel'
import { StatisticsPanel } from '../counts/StatisticsPanel'
import { FindsPanel } from '../finds/FindsPanel'
import { NamesPanel } from '../names/NamesPanel'
import { ChecklistPanel } from '../papers/ChecklistPanel'
import { LabelsPanel } from '../papers/LabelsPanel'
import { ReportPanel } from '../papers/ReportPanel'
import { ViewTabs } from '../shared/ViewTabs'
import { ImportPanel } from './ImportPanel'
import { PlantRecords } from './PlantRecords'
import './RecordsPage.css'

const tabs: { id: string | null; label: string }[] = [
  { id: null, label: 'Plants' },
  { id: 'finds', label: 'All finds' },
  { id: 'counts', label: 'Counts' },
  { id: 'statistics', label: 'Statistics' },
  { id: 'names', label: 'Names' },
  { id: 'report', label: 'Report' },
  { id: 'checklist', label: 'Checklist' },
  { id: 'labels', label: 'Labels' },
]

/** Views made to be printed, which have a title of their own. */
const papers = ['report', 'checklist', 'labels']

/** The records of the survey: plants with their names, counts by protocol, and what they come to. */
export function RecordsPage({ nonce }: { nonce: string }) {
  const [params, setParams] = useSearchParams()
  const what = params.get('what')
  const steward = useSession().data?.isSteward
  return (
    <main className="records">
      <h1 className={papers.includes(what ?? '') ? 'no-print' : undefined}>Records</h1>
      <ViewTabs
        label="Records"
        tabs={steward ? [...tabs, { id: 'import', label: 'Bring in' }] : tabs}
        chosen={what}
        onChoose={(id) => setParams(id ? { what: id } : {})}
      />
      {what === null && <PlantRecords nonce={nonce} />}
      {what === 'finds' && <FindsPanel nonce={nonce} />}
      {what === 'counts' && <CountsPanel />}
      {what === 'statistics' && <StatisticsPanel />}
      {what === 'names' && <NamesPanel />}
      {what === 'report' && <ReportPanel />}
      {what === 'checklist' && <ChecklistPanel />}
      {what === 'labels' && <LabelsPanel />}
      {what === 'import' && <ImportPanel />}
    </main>
  )
}
