import { clsx } from 'clsx'
import { memo, useState } from 'react'
import { useSession, useSheetPicture } from '../../api/queries'
import type { GuideView, Organ, PlantSheet, TaxonName } from '../../api/types'
import { Drawing } from '../../kit/Drawing'
import { capital } from '../../kit/format'
import { quarterOf } from '../../kit/seasons'
import { TaxonText } from '../../kit/TaxonText'
import { organs } from '../../kit/organs'
import kitCss from '../../kit/kit.module.css'
import plantCss from './plant.module.css'

interface Props {
  sheet: PlantSheet
  guide: GuideView
  current: Organ | null
  /** The leading name, which can be laid under the drawing. */
  leading: TaxonName | null
  /** True while the names are being weighed; the drawing waits for them. */
  weighing: boolean
  onOrgan: (organ: Organ) => void
}

/** Which side of the drawing the words on each organ stand. */
const sides: Record<Organ, 'left' | 'right'> = {
  habit: 'left',
  bark: 'left',
  twig: 'left',
  place: 'left',
  inflorescence: 'right',
  flower: 'right',
  leaf: 'right',
  fruit: 'right',
}

/** The plant itself, drawn from what was recorded, with the words beside each organ; organs not looked at are ghosts. */
export const SheetFigure = memo(function SheetFigure({
  sheet,
  guide,
  current,
  leading,
  weighing,
  onOrgan,
}: Props) {
  const [laid, setLaid] = useState(false)
  const today = useSession().data?.today
  const picture = useSheetPicture(
    sheet.plant.id,
    sheet.request,
    laid && leading ? leading.id : null,
    weighing,
  ).data
  const label = (organ: Organ) => {
    const lines = sheet.observations.filter((o) => o.organ === organ)
    const habitat = guide.characters.find((c) => c.id === 'habitat')
    const place = sheet.plant.site.habitats.map((h) => habitat?.states.find((s) => s.id === h)?.label ?? h)
    return (
      <button
        key={organ}
        type="button"
        className={plantCss.organ}
        aria-pressed={current === organ}
        onClick={() => onOrgan(organ)}
      >
        <b>{capital(organs[organ])}</b>
        {organ === 'place' && place.length > 0 && <span>{place.join(', ')}</span>}
        {lines.slice(-3).map((o) => (
          <span
            key={`${o.visit} ${o.seen.character}`}
            className={o.seen.finding.kind === 'hidden' ? kitCss.soft : undefined}
          >
            {o.label.toLowerCase()}: {o.summary}
          </span>
        ))}
        {lines.length > 3 && <span className={kitCss.soft}>and {lines.length - 3} more</span>}
        {lines.length === 0 && organ !== 'place' && <span className={kitCss.soft}>not looked at yet</span>}
      </button>
    )
  }
  const side = (which: 'left' | 'right') =>
    (Object.keys(sides) as Organ[]).filter((o) => sides[o] === which).map(label)
  // The buttons beside the drawing do the same from the keyboard.
  const touch = (at: EventTarget) => {
    const parts = at instanceof Element ? at.closest(`.${plantCss.figureDrawing} > svg > g[data-part]`) : null
    const organ = parts?.getAttribute('data-part') as Organ | null
    if (organ && organ in sides) onOrgan(organ)
  }
  return (
    <section
      className={plantCss.figure}
      aria-label="What was recorded, by organ"
      data-season={today ? quarterOf(today, (sheet.plant.site.latitude ?? 0) < 0) : undefined}
    >
      <div className={plantCss.figureSide}>{side('left')}</div>
      <div className={plantCss.figureMiddle}>
        <div
          onClick={(e) => touch(e.target)}
          data-current={current ?? undefined}
          className={plantCss.figureTouch}
        >
          {picture && <Drawing svg={picture.svg} className={plantCss.figureDrawing} />}
        </div>
        {picture?.contradictions.map((c) => (
          <p key={c} className={kitCss.caution}>
            Recorded: {c}. Look again.
          </p>
        ))}
        {leading && (
          <label className={clsx(plantCss.figureUnder, kitCss.noPrint)}>
            <input type="checkbox" checked={laid} onChange={(e) => setLaid(e.target.checked)} /> lay{' '}
            <TaxonText name={leading.name} /> under it
          </label>
        )}
      </div>
      <div className={plantCss.figureSide}>{side('right')}</div>
    </section>
  )
})
