import { clsx } from 'clsx'
import { Button, TextField } from '@mui/material'
import { useState } from 'react'
import type { NameText } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { useAddName, useNameReading } from './nameQueries'
import { kindWords } from './readingWords'
import kitCss from '../../kit/kit.module.css'
import surveyCss from '../survey.module.css'
import namesCss from './names.module.css'

const upright = new Set<NameText['kind']>(['family', 'working', 'notIdentified'])

interface Props {
  /** What was typed. */
  text: string
  /** Told the name that was taken: one that stands on a list, or the one just kept in words. */
  onTake: (name: string) => void
}

/** Asks once what words that stand on no list mean: a listed name misspelt, a name to keep in words, or a label to work with. */
export function InWords({ text, onTake }: Props) {
  const reading = useNameReading(text).data
  const add = useAddName()
  const [family, setFamily] = useState('')
  if (!reading) return null
  const keep = (r: NameText) =>
    add.mutate(
      { text: r.name, working: r.kind === 'working', family },
      { onSuccess: (name) => onTake(name.id) },
    )
  const placed = reading.readings.some((r) => r.kind !== 'notIdentified' && r.kind !== 'family')
  return (
    <div className={namesCss.inWords} role="group" aria-label="A name in words">
      {reading.fault && <p role="alert">{reading.fault}</p>}
      {reading.known && (
        <p>
          On the list:{' '}
          <Button size="small" variant="outlined" onClick={() => reading.known && onTake(reading.known.id)}>
            <TaxonText name={reading.known.name} />
          </Button>
        </p>
      )}
      {reading.near.length > 0 && (
        <p>
          Is this meant?{' '}
          {reading.near.map((n) => (
            <Button key={n.id} size="small" variant="outlined" onClick={() => onTake(n.id)}>
              <TaxonText name={n.name} />
            </Button>
          ))}
        </p>
      )}
      {!reading.known && reading.readings.length > 0 && (
        <>
          <p>No list has it. Keep it in words as</p>
          <div className={clsx(kitCss.row, surveyCss.row)}>
            {reading.readings.map((r) => (
              <Button
                key={r.kind}
                variant="outlined"
                disabled={add.isPending}
                onClick={() => {
                  keep(r)
                }}
              >
                <span>
                  <TaxonText name={r.name} family={upright.has(r.kind)} />
                  {r.author && ` ${r.author}`}
                  {r.kind !== 'notIdentified' && <small> {kindWords[r.kind]}</small>}
                </span>
              </Button>
            ))}
            {placed && !reading.family && (
              <TextField
                label="Family, if you know it"
                value={family}
                onChange={(e) => setFamily(e.target.value)}
                placeholder="-aceae"
                sx={{ width: 180 }}
              />
            )}
            {reading.family && <span className={kitCss.soft}>in {reading.family}</span>}
          </div>
        </>
      )}
      <ProblemNote error={add.error} />
    </div>
  )
}
