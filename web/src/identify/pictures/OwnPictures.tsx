import { Link } from 'react-router'
import { capital, day } from '../../kit/format'
import { useOwnPictures } from './pictureQueries'
import { shown, thumbnail } from './pictureWords'
import kitCss from '../../kit/kit.module.css'
import picturesCss from './pictures.module.css'

/** Ours: pictures of plants of this survey whose name is confirmed. */
export function OwnPictures({ taxon }: { taxon: string }) {
  const { data } = useOwnPictures(taxon)
  if (!data?.length) return null
  return (
    <section aria-label="Ours">
      <h2>Ours</h2>
      <p className={kitCss.soft}>Plants of this survey whose name is confirmed.</p>
      <ul className={picturesCss.plantPictures}>
        {data.map((p) => (
          <li key={`${p.photo} ${p.plant}`}>
            <Link to={`/portrait/${p.plant}`}>
              <img src={thumbnail(p.photo)} alt={p.caption || shown[p.organ]} loading="lazy" />
            </Link>
            <small>
              <b>{capital(shown[p.organ])}</b>, {p.tag}, {day(p.date)}
              {p.caption && <span className={kitCss.soft}> · {p.caption}</span>}
            </small>
          </li>
        ))}
      </ul>
    </section>
  )
}
