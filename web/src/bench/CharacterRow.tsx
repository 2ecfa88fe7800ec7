import { Button, Menu, MenuItem, TextField } from '@mui/material'
import { memo, useState } from 'react'
import type { FeatureChange } from '../api/queries'
import type {
  CharacterTiles,
  CharacterView,
  HiddenReason,
  ObservationInput,
  ObservationView,
  RatioOffer,
  SampleView,
} from '../api/types'
import { Drawing } from '../shared/Drawing'
import { day } from '../shared/format'
import { ProblemNote } from '../shared/ProblemNote'
import { useDraft } from '../shared/useDraft'
import { featureInput } from './featureInput'
import type { Manner } from './manner'
import { toolWords } from './means'
import { SampleNote } from './SampleNote'

interface Props {
  character: CharacterView
  /** How it is drawn; absent while the drawings load, and where it cannot be drawn. */
  drawn?: CharacterTiles
  /** Names the place where text being typed is kept. */
  slot: string
  recorded: ObservationView | null
  elsewhere: ObservationView[]
  /** Its sample, studied; absent while none was measured. */
  sample?: SampleView
  /** Values that follow from other samples; absent for none. */
  ratio?: RatioOffer
  /** A remark on what was recorded; empty for none. */
  note: string
  manner: Manner
  busy: boolean
  error: Error | null
  onRecord: (change: Omit<FeatureChange, 'visit'>, onDone?: () => void) => void
}

const reasons: Record<HiddenReason, string> = {
  tooEarly: 'too early in the year',
  over: 'over for this year',
  outOfReach: 'out of reach',
  wrongSexOrStage: 'wrong sex or stage',
  damaged: 'damaged',
}

const TileOf = ({ svg }: { svg?: string | null }) => svg && <Drawing svg={svg} hidden className="tile" />

const same = <T,>(a: T[], b: T[]) => a.length === b.length && a.every((x, i) => x === b[i])

/** One character; drawn anew only when something of its own has changed, since a panel holds many. */
export const CharacterRow = memo(
  Row,
  (a, b) =>
    same(a.elsewhere, b.elsewhere) &&
    (Object.keys(b) as (keyof Props)[]).every((k) => k === 'elsewhere' || a[k] === b[k]),
)

/** One character: its states as tiles, or a field for numbers; a tile pressed again is taken back. */
function Row({
  character: c,
  drawn,
  slot,
  recorded,
  elsewhere,
  sample,
  ratio,
  note,
  manner,
  busy,
  error,
  onRecord,
}: Props) {
  const [typed, setTyped] = useDraft(slot)
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const expected = recorded?.revision ?? null
  const send = (input: Partial<ObservationInput> & Pick<ObservationInput, 'finding'>, onDone?: () => void) =>
    onRecord(
      {
        character: c.id,
        expected,
        input: featureInput({
          ...input,
          certainty: manner.certainty,
          source: manner.source,
          exposure: manner.exposure || null,
          position: manner.position || null,
          tool: manner.tool || null,
          altered: manner.altered ? [manner.altered] : null,
          expected,
        }),
      },
      onDone,
    )
  const remove = () => onRecord({ character: c.id, expected, input: null })
  const chosen = recorded?.finding === 'states' ? recorded.states : []
  const toggle = (state: string, also: boolean) => {
    if (chosen.includes(state)) {
      const left = chosen.filter((s) => s !== state)
      if (left.length === 0) remove()
      else send({ finding: 'states', states: left })
    } else send({ finding: 'states', states: also ? [...chosen, state] : [state] })
  }
  const parts = recorded?.finding === 'sample' ? recorded.parts : []
  const enter = () => {
    if (typed.trim()) send({ finding: 'sample', parts, entry: typed }, () => setTyped(''))
  }
  const take = (index: number) => {
    const left = parts.filter((_, i) => i !== index)
    if (left.length === 0) remove()
    else send({ finding: 'sample', parts: left })
  }
  return (
    <div className="character" role="group" aria-label={c.label}>
      <div className="character-head">
        {drawn?.gesture && <Drawing svg={drawn.gesture} hidden className="gesture" />}
        <b>{c.label}</b>
        <span className="soft">{c.howTo}</span>
        {c.harm !== 'look' && c.harm !== 'touch' && (
          <span className="harm">{c.harm}: mind the cautions at the right first</span>
        )}
      </div>
      <div className="character-body">
        {c.states.map((s) => (
          <button
            key={s.id}
            type="button"
            className="state"
            aria-pressed={chosen.includes(s.id)}
            disabled={busy}
            title="Hold Shift to add a second state of a variable plant"
            onClick={(e) => toggle(s.id, e.shiftKey)}
          >
            <TileOf svg={drawn?.tiles.find((t) => t.state === s.id)?.svg} />
            {s.label}
          </button>
        ))}
        {c.numeric && (
          <>
            <TileOf svg={drawn?.measure} />
            {parts.map((p, i) => (
              <button
                key={i}
                type="button"
                className="part"
                title="Take this part out"
                aria-label={`${p}: take it out`}
                disabled={busy}
                onClick={() => take(i)}
              >
                {p} ×
              </button>
            ))}
            <form
              onSubmit={(e) => {
                e.preventDefault()
                enter()
              }}
            >
              <TextField
                value={typed}
                onChange={(e) => setTyped(e.target.value)}
                placeholder={c.unit ? `one part, in ${c.unit}` : 'one part'}
                title="One part after another, each with Enter; or a rough value such as 7–9, mostly 9, or about 12 cm"
                slotProps={{ htmlInput: { 'aria-label': c.label, autoComplete: 'off', maxLength: 200 } }}
                sx={{ width: 190 }}
              />
            </form>
          </>
        )}
        <span className="fill" />
        <Button
          color="inherit"
          onClick={(e) => setAnchor(e.currentTarget)}
          aria-haspopup="menu"
          disabled={busy}
        >
          Cannot be seen
        </Button>
        <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
          {(Object.keys(reasons) as HiddenReason[]).map((r) => (
            <MenuItem
              key={r}
              onClick={() => {
                setAnchor(null)
                send({ finding: 'hidden', hidden: r })
              }}
            >
              {reasons[r]}
            </MenuItem>
          ))}
          {c.canBeAbsent && (
            <MenuItem
              onClick={() => {
                setAnchor(null)
                send({ finding: 'absent' })
              }}
            >
              looked for in season, and not there
            </MenuItem>
          )}
        </Menu>
      </div>
      {recorded && (
        <div className="character-said">
          Recorded: {recorded.summary}
          <span className="soft">
            {' '}
            ·{' '}
            {[
              recorded.certainty,
              recorded.source !== 'attached' ? recorded.source : '',
              recorded.exposure,
              recorded.position,
              recorded.tool && `with ${toolWords[recorded.tool]}`,
              ...recorded.altered,
              recorded.recorder,
            ]
              .filter(Boolean)
              .join(', ')}
          </span>
          <Button color="inherit" onClick={remove} disabled={busy}>
            Remove
          </Button>
        </div>
      )}
      {sample && <SampleNote sample={sample} />}
      {ratio && (
        <div className="sample">
          Of the same parts: {ratio.entries.join(', ')}
          <Button
            color="inherit"
            disabled={busy}
            onClick={() => send({ finding: 'sample', parts: ratio.entries })}
          >
            Record these ratios
          </Button>
        </div>
      )}
      {elsewhere.map((o) => (
        <div key={o.visit} className="soft">
          {day(o.date)}: {o.summary}
        </div>
      ))}
      {note && <div className="soft">{note}</div>}
      <ProblemNote error={error} />
    </div>
  )
}
