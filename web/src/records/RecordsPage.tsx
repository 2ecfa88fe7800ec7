import { useSearchParams } from 'react-router'
import { CountsPanel } from '../counts/CountsPanel'
import { FiguresPanel } from '../counts/FiguresPanel'
import { ViewTabs } from '../shared/ViewTabs'
import { PlantRecords } from './PlantRecords'
import './RecordsPage.css'

const tabs = [
  { id: null, label: 'Plants' },
  { id: 'counts', label: 'Counts' },
  { id: 'figures', label: 'Figures' },
]

/** The records of the survey: plants with their names, counts by protocol, and what they come to. */
export function RecordsPage({ nonce }: { nonce: string }) {
  const [params, setParams] = useSearchParams()
  const what = params.get('what')
  return (
    <main className="records">
      <h1>Records</h1>
      <ViewTabs
        label="Records"
        tabs={tabs}
        chosen={what}
        onChoose={(id) => setParams(id ? { what: id } : {})}
      />
      {what === null && <PlantRecords nonce={nonce} />}
      {what === 'counts' && <CountsPanel />}
      {what === 'figures' && <FiguresPanel />}
    </main>
  )
}
