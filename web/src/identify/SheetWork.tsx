import { Tab, Tabs } from '@mui/material'
import { Suspense } from 'react'
import type { BenchAnswer, GuideView, Organ, PlantSheet } from '../api/types'
import { Awaited } from '../kit/Awaited'
import { later } from '../kit/later'
import { useAhead } from '../kit/useAhead'
import { KeyPanel } from './key/KeyPanel'
import { type BenchAddress, benchTabs, type BenchTab } from './useBenchAddress'
import identifyCss from './identify.module.css'

const FeaturePanel = later(() => import('./features/FeaturePanel').then((m) => m.FeaturePanel))
const SheetFigure = later(() => import('./plant/SheetFigure').then((m) => m.SheetFigure))
const VisitsPanel = later(() => import('./visits/VisitsPanel').then((m) => m.VisitsPanel))
const others = [FeaturePanel, SheetFigure, VisitsPanel]

interface Props {
  at: BenchAddress
  sheet: PlantSheet
  guide: GuideView
  /** How the plant stands; undefined until it was weighed once. */
  bench: BenchAnswer | undefined
  /** True while a newer answer is on its way. */
  settling: boolean
  onFeatures: (organ: Organ) => void
}

/** The work on a plant: the key, its features, the whole plant drawn, its visits. */
export function SheetWork({ at, sheet, guide, bench, settling, onFeatures }: Props) {
  useAhead(others)
  const leading = sheet.observations.length > 0 ? (bench?.likelyNames.names[0]?.name ?? null) : null
  return (
    <>
      <Tabs
        className={identifyCss.tabs}
        aria-label="Work on this plant"
        data-walk="question"
        value={at.tab}
        onChange={(_, next: BenchTab) => at.setTab(next)}
      >
        {benchTabs.map((t) => (
          <Tab
            key={t.id}
            value={t.id}
            label={
              <span>
                {t.label} <kbd>{t.shortcut}</kbd>
              </span>
            }
          />
        ))}
      </Tabs>
      {at.tab === 'key' && bench && (
        <KeyPanel
          key={sheet.plant.id}
          sheet={sheet}
          walk={bench.walk}
          settled={!settling}
          guide={guide}
          onAccount={(taxon) => at.show('account', taxon)}
          onSuspect={(taxon) => at.show('disproof', taxon)}
          onName={(taxon) => at.show('name', taxon)}
        />
      )}
      <Suspense fallback={<Awaited />}>
        {at.tab === 'features' && (
          <FeaturePanel
            key={sheet.plant.id}
            sheet={sheet}
            guide={guide}
            bench={bench}
            organ={at.organ}
            onOrgan={at.setOrgan}
          />
        )}
        {at.tab === 'plant' && (
          <SheetFigure
            sheet={sheet}
            guide={guide}
            current={null}
            leading={leading}
            weighing={settling}
            onOrgan={onFeatures}
          />
        )}
        {at.tab === 'visits' && <VisitsPanel key={sheet.plant.id} sheet={sheet} />}
      </Suspense>
    </>
  )
}
