import { Drawing } from '../../kit/Drawing'
import { months } from '../../kit/seasons'
import { usePortrait } from '../pictures/pictureQueries'
import { shown, thumbnail } from '../pictures/pictureWords'
import plantCss from './plant.module.css'

/** Most pictures of one month: more would not be seen at this size. */
const most = 2

/** The twelve months of a plant with what was seen of it in each: its own pictures, or else drawings of what was recorded. */
export function YearTiles({ plant }: { plant: string }) {
  const cells = usePortrait(plant).data?.cells ?? []
  return (
    <div className={plantCss.yearMonths} aria-hidden="true">
      {months.map((name, i) => (
        <div key={name}>
          <span>{name}</span>
          <div className={plantCss.yearTiles}>
            {cells
              .filter((c) => c.month === i + 1)
              .toSorted((a, b) => b.photos.length - a.photos.length)
              .slice(0, most)
              .map((c) =>
                c.photos[0] ? (
                  <img key={c.organ} src={thumbnail(c.photos[0])} alt={shown[c.organ]} />
                ) : (
                  c.svg && <Drawing key={c.organ} svg={c.svg} hidden />
                ),
              )}
          </div>
        </div>
      ))}
    </div>
  )
}
