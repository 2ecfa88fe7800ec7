import type { TreeQuestion } from '../../api/types'
import measureCss from './measure.module.css'

/** Where to stand and what to sight at, drawn. */
export function TreeSketch({ method }: { method: TreeQuestion['method'] }) {
  if (method === 'none') return null
  const title =
    method === 'angles'
      ? 'Sight at the top, then at the foot'
      : 'Hold a stick so that it just covers the tree'
  return (
    <figure className={measureCss.treeSketch}>
      <svg viewBox="0 0 360 190" role="img" aria-label={title}>
        <path d="M5 168Q120 160 355 150" className={measureCss.ground} />
        <path d="M300 152V92M300 120l-22-22M300 110l20-20" className={measureCss.wood} />
        <path
          d="M300 100c-40 0-52-24-42-46c6-26 30-40 44-40s40 12 44 40c8 24-8 46-46 46z"
          className={measureCss.crown}
        />
        <path d="M62 112v34M62 146l-8 18M62 146l8 17M62 122l18-14" />
        <circle cx="62" cy="104" r="8" />
        <path d="M68 102L300 14M68 102L300 152" className={measureCss.sight} />
        {method === 'angles' ? (
          <>
            <path d="M68 102H292" className={measureCss.level} />
            <path d="M124 102a56 56 0 0 0 -4 -20M110 102a42 42 0 0 1 -1 9" className={measureCss.angle} />
            <text x="132" y="92">
              top
            </text>
            <text x="122" y="118">
              foot
            </text>
          </>
        ) : (
          <>
            <path d="M104 88.5V110" className={measureCss.stick} />
            <text x="110" y="128">
              stick
            </text>
          </>
        )}
        <text x="160" y="184">
          distance
        </text>
      </svg>
      <figcaption>{title}.</figcaption>
    </figure>
  )
}
