import { Link } from 'react-router'
import type { TodayNeed } from '../api/types'
import { TaxonText } from '../kit/TaxonText'

/** A plant by its tag and name, leading to its bench. */
export function PlantName({ plant }: { plant: TodayNeed['plant'] }) {
  return (
    <>
      <Link to={`/identify/${plant.id}`}>{plant.tag}</Link>{' '}
      {plant.name ? <TaxonText name={plant.name} /> : <span>{plant.description || 'no name yet'}</span>}{' '}
      <small>{plant.site}</small>
    </>
  )
}
