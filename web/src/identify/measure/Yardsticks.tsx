import { clsx } from 'clsx'
import { Button, TextField } from '@mui/material'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { answer, api } from '../../api/client'
import { keys } from '../../api/keys'
import { ProblemNote } from '../../kit/ProblemNote'
import kitCss from '../../kit/kit.module.css'
import measureCss from './measure.module.css'

const key = keys.yardsticks

/** The yardsticks of the person at work, the usual card among them. */
export const useYardsticks = () =>
  useQuery({ queryKey: key, queryFn: () => answer(api.GET('/api/yardsticks')) })

/** A person's yardsticks: things to hold others against, and the hand, pace and nail, measured once or several times. */
export function Yardsticks() {
  const client = useQueryClient()
  const { data, error } = useYardsticks()
  const [name, setName] = useState('')
  const [lengths, setLengths] = useState(['', '', ''])
  const keeping = useMutation({
    mutationFn: () =>
      answer(
        api.PUT('/api/yardsticks/{name}', { params: { path: { name: name.trim() } }, body: { lengths } }),
      ),
    onSuccess: (now) => {
      client.setQueryData(key, now)
      setName('')
      setLengths(['', '', ''])
    },
  })
  const removing = useMutation({
    mutationFn: (gone: string) =>
      answer(api.DELETE('/api/yardsticks/{name}', { params: { path: { name: gone } } })),
    onSuccess: (now) => client.setQueryData(key, now),
  })
  return (
    <section className={measureCss.yardsticks} aria-label="Yardsticks">
      <p>
        What you hold leaves against when no ruler is at hand. Wherever a length is asked for, write “two and
        a half cards” or “3 thumbs”: Garten reckons it with its error.
      </p>
      <ProblemNote error={error} />
      <dl className={measureCss.photoReadings}>
        {data?.map((y) => (
          <div key={y.name}>
            <dt>{y.name}</dt>
            <dd>
              <b>{y.words}</b>{' '}
              {y.own && (
                <Button
                  size="small"
                  onClick={() => removing.mutate(y.name)}
                  aria-label={`Take away ${y.name}`}
                >
                  Take away
                </Button>
              )}
            </dd>
          </div>
        ))}
      </dl>
      <form
        aria-label="A new yardstick"
        onSubmit={(e) => {
          e.preventDefault()
          keeping.mutate()
        }}
      >
        <div className={clsx(kitCss.row, measureCss.row)}>
          <TextField
            label="Called"
            placeholder="hand span"
            value={name}
            onChange={(e) => setName(e.target.value)}
            slotProps={{ inputLabel: { shrink: true }, htmlInput: { list: 'yardstick-names' } }}
          />
          <datalist id="yardstick-names">
            {['hand span', 'fingernail', 'thumb', 'pace', 'eye to thumb', 'pen', 'coin', 'note'].map((n) => (
              <option key={n} value={n} />
            ))}
          </datalist>
          {lengths.map((length, i) => (
            <TextField
              // Measurements have no names but their order.
              key={i}
              label={i === 0 ? 'Its length' : i === 1 ? 'Measured again' : 'And again'}
              placeholder={i === 0 ? '19.8 cm' : ''}
              value={length}
              onChange={(e) => setLengths(lengths.map((l, j) => (j === i ? e.target.value : l)))}
              slotProps={{ inputLabel: { shrink: true } }}
              sx={{ width: 130 }}
            />
          ))}
          <Button type="submit" variant="contained" disabled={!name.trim() || keeping.isPending}>
            Keep
          </Button>
        </div>
      </form>
      <small>
        Measured several times, its error is how much the measurements differ; measured once, 2 %.
      </small>
      <ProblemNote error={keeping.error ?? removing.error} />
    </section>
  )
}
