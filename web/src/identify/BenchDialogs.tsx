import { useNavigate } from 'react-router'
import type { BenchChoices, BenchRequest, GuideView, Organ, PlantSheet, PlantTag } from '../api/types'
import { ApartDialog } from '../guide/apart/ApartDialog'
import { AccountDialog, type NameView } from './likely/AccountDialog'
import { DeterminationDialog } from './naming/DeterminationDialog'
import { CompareDialog } from './plant/CompareDialog'
import { CorrectPlantDialog } from './plant/CorrectPlantDialog'
import type { BenchAddress } from './useBenchAddress'

const nameViews: readonly NameView[] = ['account', 'disproof', 'reasons']

interface Props {
  at: BenchAddress
  sheet: PlantSheet
  plant: BenchRequest
  plants: PlantTag[]
  guide: GuideView
  choices: BenchChoices
  onChoices: (choices: BenchChoices) => void
  onRecord: (organ: Organ) => void
}

/** What lies open on top of a plant, by its address. */
export function BenchDialogs({ at, sheet, plant, plants, guide, choices, onChoices, onRecord }: Props) {
  const navigate = useNavigate()
  const { open, of, show, close } = at
  const view = nameViews.find((v) => v === open)
  if (view && of !== null)
    return (
      <AccountDialog
        sheet={sheet}
        plant={plant}
        choices={choices}
        onChoices={onChoices}
        guide={guide}
        taxon={of}
        view={view}
        onChange={(next) => (next ? show(next.view, next.taxon) : close())}
        onName={(taxon) => show('name', taxon)}
        onRecord={onRecord}
      />
    )
  switch (open) {
    case 'name':
      return <DeterminationDialog sheet={sheet} guide={guide} taxon={of} onClose={close} />
    case 'correct':
      return (
        <CorrectPlantDialog
          sheet={sheet}
          onClose={close}
          onDeleted={() => void navigate('/survey?what=plants')}
        />
      )
    case 'same':
      return <CompareDialog sheet={sheet} plants={plants} onClose={close} />
    case 'apart':
      return of === null ? null : (
        <ApartDialog guide={guide} plant={plant} taxa={of.split(',')} onClose={close} onRecord={onRecord} />
      )
    default:
      return null
  }
}
