import { Link } from 'react-router'
import { useSeeOne } from '../../api/queries'
import { gradeWords } from '../../kit/grades'

/** The nearest plants that have this name already: nothing teaches a plant like another of its kind. */
export function SeeOne({ plant, taxon }: { plant: string; taxon: string }) {
  const seen = useSeeOne(plant, taxon).data
  if (!seen?.length) return null
  return (
    <>
      <h3>See one</h3>
      <ul>
        {seen.map(({ plant: p, grade, way, find }) => (
          <li key={p.id}>
            <Link to={`/identify/${p.id}`}>{p.tag}</Link> {way ? `${way}, at ${p.site}` : `at ${p.site}`},{' '}
            {gradeWords[grade]}. {p.description}
            {find && ` (${find})`}
          </li>
        ))}
      </ul>
    </>
  )
}
