import type { PlantSheet } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { useCare } from './careQueries'
import { FindAgain } from './FindAgain'
import { Population } from './Population'
import { SeenAgain } from './SeenAgain'
import { Threats } from './Threats'
import { VisitStrip } from './VisitStrip'
import careCss from './care.module.css'

/** A plant over time: its visits on a strip, what changed between them, how it is found again, what threatens it, how many flower. */
export function CarePanel({ sheet, today }: { sheet: PlantSheet; today: string }) {
  const { data, error } = useCare(sheet)
  if (!data) return <ProblemNote error={error} />
  const { id } = sheet.plant
  return (
    <div className={careCss.care}>
      <VisitStrip sheet={sheet} today={today} />
      <SeenAgain changes={data.changes} />
      <FindAgain key={`way ${id}`} plant={id} landmarks={data.landmarks} revision={data.landmarksRevision} />
      <Threats key={`threats ${id}`} plant={id} threats={data.threats} today={today} />
      <Population key={`population ${id}`} plant={id} years={data.population} today={today} />
    </div>
  )
}
