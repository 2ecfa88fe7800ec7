import { Button } from '@mui/material'
import { useState } from 'react'
import type { SheetContent } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { useSetCount } from './countQueries'
import { SheetFields } from './SheetFields'
import kitCss from '../../kit/kit.module.css'

interface Props {
  id: string
  content: SheetContent
  recorder: string
  place: string
  /** Revision a change must start from. */
  revision: number
}

/** How a count was made, in a line, and put right in its form. */
export function CountEffort({ id, content, recorder, place, revision }: Props) {
  const [change, setChange] = useState<SheetContent | null>(null)
  const set = useSetCount(id)
  const facts = [
    `by ${recorder}${content.companions ? ` with ${content.companions}` : ''}`,
    place && `at ${place}`,
    content.plotAreaM2 && `${content.plots} plots of ${content.plotAreaM2} m²`,
    content.lengthM && `a line of ${content.lengthM} m`,
    content.started &&
      `from ${content.started.slice(0, 5)}${content.ended ? ` to ${content.ended.slice(0, 5)}` : ''}`,
    content.weather,
    content.note,
  ].filter(Boolean)
  if (!change)
    return (
      <p className={kitCss.soft}>
        {facts.join(', ')}.{' '}
        <Button size="small" className={kitCss.noPrint} onClick={() => setChange(content)}>
          Change …
        </Button>
      </p>
    )
  return (
    <form
      aria-label="How the visit was made"
      onSubmit={(e) => {
        e.preventDefault()
        set.mutate({ content: change, expected: revision }, { onSuccess: () => setChange(null) })
      }}
    >
      <SheetFields sheet={change} onChange={(part) => setChange({ ...change, ...part })} />
      <ProblemNote error={set.error} />
      <Button type="submit" variant="outlined">
        Keep
      </Button>
      <Button onClick={() => setChange(null)}>Leave it</Button>
    </form>
  )
}
