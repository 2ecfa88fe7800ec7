import type { ReactNode } from 'react'
import kitCss from './kit.module.css'

interface Props {
  /** What will stand here, and how it comes here. */
  says: string
  /** One of what will stand here, so that it is known when it does. */
  example?: ReactNode
  /** The one action that fills it. */
  children?: ReactNode
}

/** Stands where nothing is yet: what will stand here, an example of it, and the action that fills it. */
export const Empty = ({ says, example, children }: Props) => (
  <section className={kitCss.empty}>
    <p>{says}</p>
    {example && (
      <figure tabIndex={0}>
        <figcaption>An example</figcaption>
        {example}
      </figure>
    )}
    {children}
  </section>
)
