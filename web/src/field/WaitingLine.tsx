import { Button } from '@mui/material'
import { useState } from 'react'
import { Link } from 'react-router'
import type { GuideView, ObservationInput, PlantTag } from '../api/types'
import type { WaitingChange } from '../offline/database'
import { outbox } from '../offline/outbox'
import { characterOf, fileOf, plantOf, wordsOf } from './changeWords'
import kitCss from '../kit/kit.module.css'
import fieldCss from './field.module.css'

interface Props {
  change: WaitingChange
  plants: readonly PlantTag[] | undefined
  guide: GuideView | undefined
  away: boolean
}

const moment = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
})

/** What was seen of a feature, in the guide's words. */
function seen(change: WaitingChange, guide: GuideView | undefined) {
  const character = guide?.characters.find((c) => c.id === characterOf(change.address))
  if (!character) return null
  const input =
    typeof change.content === 'string' && change.content
      ? (JSON.parse(change.content) as Partial<ObservationInput>)
      : {}
  const states = (input.states ?? []).map((s) => character.states.find((x) => x.id === s)?.label ?? s)
  return [character.label, [...states, input.entry ?? input.rough ?? ''].filter(Boolean).join(', ')]
    .filter(Boolean)
    .join(': ')
}

/** A change that waits, in words; dropped only after a question, since it is nowhere else. */
export function WaitingLine({ change: c, plants, guide, away }: Props) {
  const [asking, setAsking] = useState(false)
  const of = plantOf(c.address)
  const tag = plants?.find((p) => p.id === of)?.tag
  const feature = seen(c, guide)
  const file = fileOf(c.address)
  return (
    <li>
      <div>
        <b>{wordsOf(c.method, c.pattern)}</b>
        {tag && of && (
          <>
            {' '}
            · <Link to={`/identify/${of}`}>{tag}</Link>
          </>
        )}
        {(feature ?? file) && <> · {feature ?? file}</>}
        <small className={kitCss.soft}> {moment.format(new Date(c.asked))}</small>
        <div className={c.refused === null ? kitCss.soft : kitCss.caution}>
          {c.refused === null ? (away ? 'waits for the network' : 'is sent next') : `Not taken: ${c.refused}`}
        </div>
        {c.theirs && (
          <dl className={fieldCss.versions}>
            <dt>You</dt>
            <dd>{feature ?? wordsOf(c.method, c.pattern)}</dd>
            <dt>{c.theirs.recorder}</dt>
            <dd>
              {c.theirs.label}: {c.theirs.summary}
            </dd>
          </dl>
        )}
      </div>
      {asking ? (
        <span className={fieldCss.question}>
          It is nowhere else. Drop it?
          <Button color="inherit" onClick={() => void outbox.done(c.id)}>
            Drop
          </Button>
          <Button color="inherit" onClick={() => setAsking(false)}>
            Keep
          </Button>
        </span>
      ) : (
        <span>
          {c.theirs ? (
            <>
              <Button onClick={() => void outbox.insist(c.id)}>Record mine instead</Button>
              <Button onClick={() => void outbox.done(c.id)}>Keep theirs</Button>
            </>
          ) : (
            <>
              {c.refused !== null && <Button onClick={() => void outbox.again(c.id)}>Try again</Button>}
              <Button color="inherit" onClick={() => setAsking(true)}>
                Drop …
              </Button>
            </>
          )}
        </span>
      )}
    </li>
  )
}
