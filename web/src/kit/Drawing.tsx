import kitCss from './kit.module.css'

interface Props {
  /** A drawing of the core: SVG without scripts, styles or identifiers, all text in it escaped. */
  svg: string
  /** True where words beside it say the same. */
  hidden?: boolean
  className?: string
}

/** A drawing set into the page itself, so that themes can colour it. */
export function Drawing({ svg, hidden, className }: Props) {
  return (
    <span
      className={`${kitCss.drawing} ${className ?? ''}`}
      aria-hidden={hidden}
      dangerouslySetInnerHTML={{ __html: svg }}
    />
  )
}
