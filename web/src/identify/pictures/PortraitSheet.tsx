import type { PictureOrgan } from '../../api/types'
import { Drawing } from '../../kit/Drawing'
import { capital, day } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { MarkedPicture } from './MarkedPicture'
import { usePictures, usePortrait } from './pictureQueries'
import { monthName, shown, thumbnail } from './pictureWords'
import kitCss from '../../kit/kit.module.css'
import picturesCss from './pictures.module.css'

/** A plant through the year from left to right, organ by organ: its pictures, and drawings where there is none. */
export function PortraitSheet({ plant, tag }: { plant: string; tag: string }) {
  const { data: portrait, error } = usePortrait(plant)
  const pictures = new Map((usePictures(plant).data ?? []).map((v) => [v.picture.photo.id, v]))
  if (!portrait) return <ProblemNote error={error} />
  if (portrait.cells.length === 0)
    return <p>Nothing was recorded or pictured of {tag} yet: pictures are added with its visits.</p>
  const cell = (organ: PictureOrgan, month: number) =>
    portrait.cells.find((c) => c.organ === organ && c.month === month)
  return (
    <table
      className={picturesCss.portrait}
      style={{ minWidth: 92 + 130 * portrait.months.length }}
      aria-label={`${tag} through the year`}
    >
      <thead>
        <tr>
          <td />
          {portrait.months.map((m) => (
            <th key={m.month} scope="col">
              {monthName(m.month)}
              <small>{m.days.map((d) => day(d)).join(', ')}</small>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {portrait.organs.map((organ) => (
          <tr key={organ}>
            <th scope="row">{capital(shown[organ])}</th>
            {portrait.months.map((m) => {
              const shows = cell(organ, m.month)
              return (
                <td key={m.month}>
                  {shows?.photos.map((id) => {
                    const view = pictures.get(id)
                    return (
                      view && (
                        <figure key={id}>
                          <MarkedPicture
                            src={thumbnail(id)}
                            alt={`${shown[organ]}, ${day(view.picture.date)}`}
                            size={view.picture.photo}
                            marks={view.picture.facts.note.marks}
                            words={view.markWords}
                          />
                          <figcaption>{view.picture.facts.note.caption}</figcaption>
                        </figure>
                      )
                    )
                  })}
                  {shows?.svg && (
                    <figure>
                      <Drawing svg={shows.svg} />
                      <figcaption className={kitCss.soft}>drawn from the record</figcaption>
                    </figure>
                  )}
                </td>
              )
            })}
          </tr>
        ))}
      </tbody>
    </table>
  )
}
