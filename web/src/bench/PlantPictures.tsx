import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { answer, api } from '../api/client'
import type { PlantSheet } from '../api/types'
import { day } from '../shared/format'

/** The pictures features of a plant were read from, each with what was read. */
export function PlantPictures({ sheet }: { sheet: PlantSheet }) {
  const { data } = useQuery({
    queryKey: ['plant photos', sheet.plant.id, sheet.observations.length],
    queryFn: () =>
      answer(api.GET('/api/plants/{plant}/photos', { params: { path: { plant: sheet.plant.id } } })),
  })
  if (!data?.length) return null
  const labels = new Map(sheet.observations.map((o) => [o.seen.character, o.label.toLowerCase()]))
  const pictures = [...new Set(data.map((u) => u.photo))].map((photo) => ({
    photo,
    uses: data.filter((u) => u.photo === photo),
  }))
  return (
    <section aria-label="Pictures">
      <h3>Pictures</h3>
      <ul className="plant-pictures">
        {pictures.map(({ photo, uses }) => (
          <li key={photo}>
            <Link to={`/measure?photo=${photo}&plant=${sheet.plant.id}`}>
              <img src={`/api/photos/${photo}/file`} alt={uses[0]?.name ?? ''} loading="lazy" />
            </Link>
            <small>
              {uses[0] && day(sheet.visits.find((v) => v.id === uses[0]?.visit)?.date ?? '')}:{' '}
              {uses.map((u) => labels.get(u.character) ?? u.character).join(', ')}
            </small>
          </li>
        ))}
      </ul>
    </section>
  )
}
