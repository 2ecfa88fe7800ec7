import { Button, TextField } from '@mui/material'
import { useCalliper } from '../../api/devices'
import { useSession } from '../../api/queries'
import type { CharacterView, ObservationView } from '../../api/types'
import { EntryNotes } from '../../kit/EntryNotes'
import { ProblemNote } from '../../kit/ProblemNote'
import { useEntry } from '../../kit/useEntry'
import kitCss from '../../kit/kit.module.css'

interface Props {
  character: CharacterView
  /** Names the place where text being typed is kept. */
  slot: string
  recorded: ObservationView | null
  busy: boolean
  /** Joins one more part to the sample; the promise tells whether it was taken. */
  onJoin: (typed: string, note?: string) => Promise<boolean>
  /** Takes the part of this index out. */
  onTakeOut: (index: number) => void
}

/** A number of a character, part by part: the parts measured so far, and a field for the next one. */
export function NumberEntry({ character: c, slot, recorded, busy, onJoin, onTakeOut }: Props) {
  const entry = useEntry(slot)
  const calliper = useCalliper()
  const standIns = useSession().data?.standIns
  return (
    <>
      {(recorded?.parts ?? []).map((p, i) => (
        <button
          key={i}
          type="button"
          className={kitCss.part}
          title="Take this part out"
          aria-label={`${[p, recorded?.placeWords[i]].filter(Boolean).join(', ')}: take it out`}
          disabled={busy}
          onClick={() => onTakeOut(i)}
        >
          {p}
          {recorded?.placeWords[i] && <i>{recorded.placeWords[i]}</i>} ×
        </button>
      ))}
      <form
        onSubmit={(e) => {
          e.preventDefault()
          entry.send(onJoin)
        }}
      >
        <TextField
          value={entry.text}
          onChange={(e) => entry.setText(e.target.value)}
          placeholder={c.unit ? `one part, in ${c.unit}` : 'one part'}
          title="One part after another, each with Enter; or a rough value such as 7–9, mostly 9, or about 12 cm"
          slotProps={{
            htmlInput: {
              'aria-label': c.label,
              autoComplete: 'off',
              maxLength: 200,
              inputMode: 'decimal',
            },
          }}
          sx={{ width: 190 }}
        />
      </form>
      <EntryNotes entry={entry} />
      {standIns && c.kind === 'length' && c.unit !== 'm' && (
        <Button
          color="inherit"
          disabled={busy || calliper.isPending}
          title="Takes the next reading of a simulated calliper as one part: ten leaves of known length, one after another. A real one on a cable types into the field."
          onClick={() =>
            calliper.mutate(undefined, {
              onSuccess: (reading) => void onJoin(reading, 'simulated calliper'),
            })
          }
        >
          Simulated calliper
        </Button>
      )}
      <ProblemNote error={calliper.error} />
    </>
  )
}
