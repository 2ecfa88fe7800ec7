import { useParams } from 'react-router'
import { usePlants } from '../api/queries'

const isTag = (text = '') => /^[a-z]{1,4}-\d+$/i.test(text)

/** The plant an address names: who types an address types a tag, as it stands on the plant; links carry the id. Null until it is known. */
export function usePlantAddress() {
  const { plant } = useParams()
  const plants = usePlants().data
  const tagged = plants?.find((p) => p.tag === plant?.toUpperCase())
  return { id: tagged?.id ?? (plants || !isTag(plant) ? plant : null) ?? null, tagged }
}
