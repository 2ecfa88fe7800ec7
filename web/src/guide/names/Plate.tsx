import { usePlate } from '../../api/queries'
import { Drawing } from '../../kit/Drawing'
import { capital } from '../../kit/format'
import kitCss from '../../kit/kit.module.css'
import namesCss from './names.module.css'

/** A taxon through the year, drawn from the guide's statements; what the guide does not say is not drawn. */
export function Plate({ taxon }: { taxon: string }) {
  const plate = usePlate(taxon).data
  if (!plate || plate.panels.length === 0) return null
  return (
    <section className={namesCss.plate} aria-label="Drawn from the description">
      {plate.panels.map((p) => (
        <figure key={p.words}>
          <Drawing svg={p.svg} />
          <figcaption>{capital(p.words)}</figcaption>
        </figure>
      ))}
      {plate.contradictions.map((c) => (
        <p key={c} className={kitCss.caution}>
          The guide contradicts itself: {c}.
        </p>
      ))}
    </section>
  )
}
