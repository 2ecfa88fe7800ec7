import { clsx } from 'clsx'
import { Button } from '@mui/material'
import { useState } from 'react'
import type { CountLineView, SheetLine } from '../../api/types'
import { History } from '../../kit/History'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { useOneMore, useSetLine } from './countQueries'
import kitCss from '../../kit/kit.module.css'
import countsCss from './counts.module.css'

const origins: Record<SheetLine['origin'], string> = {
  wild: 'wild',
  naturalised: 'naturalised',
  planted: 'planted',
  unknown: 'not known',
}

const notANumber = new Error('Write a number, for example 12 or 0.5; the old one stands until then.')

/** A line of a count: its name, its number, which is corrected where it stands, and how it grows. */
export function CountLine({
  of: { line, fullName, unitWords, tally },
  sheet,
  onAway,
}: {
  of: CountLineView
  /** The count it stands in. */
  sheet: string
  onAway: () => void
}) {
  const set = useSetLine(sheet)
  const more = useOneMore(sheet)
  const [typed, setTyped] = useState<string | null>(null)
  const number = Number(typed?.replace(',', '.'))
  const wrong = typed !== null && !Number.isFinite(number)
  const keep = () => {
    if (wrong) return
    // An emptied field says nothing: the number stays as it was. A 0 is typed.
    if (typed?.trim() && number !== line.amount)
      set.mutate({ ...line, amount: number }, { onSuccess: () => setTyped(null) })
    else setTyped(null)
  }
  return (
    <tr>
      <td>
        <TaxonText name={fullName} />
        <ProblemNote error={wrong ? notANumber : (set.error ?? more.error)} />
      </td>
      <td className={countsCss.countNumber}>
        {line.amount !== null && (
          <input
            aria-label={`Number of ${fullName}`}
            inputMode="decimal"
            value={typed ?? String(line.amount)}
            onChange={(e) => setTyped(e.target.value)}
            onBlur={keep}
            aria-invalid={wrong}
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
          />
        )}
        {tally && (
          <button
            type="button"
            className={clsx(countsCss.countTally, kitCss.noPrint)}
            aria-label={`One more ${fullName}`}
            onClick={() => more.mutate({ line: line.id })}
          >
            +1
          </button>
        )}
      </td>
      <td>{line.unit === 'presence' ? 'seen' : unitWords}</td>
      <td>
        <select
          aria-label={`How ${fullName} grows`}
          value={line.origin}
          onChange={(e) => set.mutate({ ...line, origin: e.target.value as SheetLine['origin'] })}
        >
          {(Object.keys(origins) as SheetLine['origin'][]).map((o) => (
            <option key={o} value={o}>
              {origins[o]}
            </option>
          ))}
        </select>
      </td>
      <td className={kitCss.noPrint}>
        <Button size="small" color="inherit" onClick={onAway}>
          Take away
        </Button>
        <History kind="line" id={line.id} />
      </td>
    </tr>
  )
}
