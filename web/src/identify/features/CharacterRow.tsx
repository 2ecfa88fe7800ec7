import { clsx } from 'clsx'
import { Button, Menu, MenuItem, TextField } from '@mui/material'
import { memo, useState } from 'react'
import type { FeatureChange } from '../../api/queries'
import type {
  CharacterTiles,
  CharacterView,
  HiddenReason,
  ObservationInput,
  ObservationView,
  RatioOffer,
  SampleView,
} from '../../api/types'
import { useCalliper } from '../../api/devices'
import { useSession } from '../../api/queries'
import { Drawing } from '../../kit/Drawing'
import { day } from '../../kit/format'
import { EntryNotes } from '../../kit/EntryNotes'
import { ProblemNote } from '../../kit/ProblemNote'
import { useEntry } from '../../kit/useEntry'
import { DefinitionDialog } from './DefinitionDialog'
import { featureInput } from './featureInput'
import { ageWords, inManner, type Manner } from './manner'
import { toolWords } from '../../kit/toolWords'
import { SampleNote } from './SampleNote'
import kitCss from '../../kit/kit.module.css'
import featuresCss from './features.module.css'

interface Props {
  character: CharacterView
  /** How it is drawn; absent while the drawings load, and where it cannot be drawn. */
  drawn?: CharacterTiles
  /** Names the place where text being typed is kept. */
  slot: string
  recorded: ObservationView | null
  elsewhere: ObservationView[]
  /** Its sample, studied, the parts of each place apart; empty while none was measured. */
  samples: SampleView[]
  /** Values that follow from other samples; absent for none. */
  ratio?: RatioOffer
  /** A remark on what was recorded; empty for none. */
  note: string
  manner: Manner
  busy: boolean
  error: Error | null
  /** Records; the promise tells whether it was taken. */
  onRecord: (change: Omit<FeatureChange, 'visit'>) => Promise<boolean>
}

const reasons: Record<HiddenReason, string> = {
  tooEarly: 'too early in the year',
  over: 'over for this year',
  outOfReach: 'out of reach',
  wrongSexOrStage: 'wrong sex or stage',
  damaged: 'damaged',
}

const TileOf = ({ svg }: { svg?: string | null }) =>
  svg && <Drawing svg={svg} hidden className={clsx(kitCss.tile, featuresCss.tile)} />

const same = <T,>(a: T[], b: T[]) => a.length === b.length && a.every((x, i) => x === b[i])

/** One character; drawn anew only when something of its own has changed, since a panel holds many. */
export const CharacterRow = memo(
  Row,
  (a, b) =>
    same(a.elsewhere, b.elsewhere) &&
    same(a.samples, b.samples) &&
    (Object.keys(b) as (keyof Props)[]).every((k) => k === 'elsewhere' || k === 'samples' || a[k] === b[k]),
)

/** One character: its states as tiles, or a field for numbers; a tile pressed again is taken back. */
function Row({
  character: c,
  drawn,
  slot,
  recorded,
  elsewhere,
  samples,
  ratio,
  note,
  manner,
  busy,
  error,
  onRecord,
}: Props) {
  const entry = useEntry(slot)
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [defining, setDefining] = useState(false)
  const [several, setSeveral] = useState(false)
  const calliper = useCalliper()
  const standIns = useSession().data?.standIns
  const expected = recorded?.revision ?? null
  const send = (input: Partial<ObservationInput> & Pick<ObservationInput, 'finding'>, joins = false) =>
    onRecord({
      character: c.id,
      expected,
      joins,
      input: featureInput({ ...input, ...inManner(manner), expected }),
    })
  const remove = () => onRecord({ character: c.id, expected, input: null })
  const chosen = recorded?.seen.finding.kind === 'states' ? recorded.seen.finding.seen : []
  const toggle = (state: string, also: boolean) => {
    if (chosen.includes(state)) {
      const left = chosen.filter((s) => s !== state)
      if (left.length === 0) void remove()
      else void send({ finding: 'states', states: left })
    } else void send({ finding: 'states', states: also ? [...chosen, state] : [state] })
  }
  const parts = recorded?.parts ?? []
  const places = recorded?.places ?? []
  const join = (typed: string, note: string | null = null) =>
    send({ finding: 'sample', entry: typed, note }, true)
  const take = (index: number) => {
    const others = <T,>(all: T[]) => all.filter((_, i) => i !== index)
    if (parts.length === 1) void remove()
    else void send({ finding: 'sample', parts: others(parts), places: others(places) })
  }
  return (
    <div className={featuresCss.character} role="group" aria-label={c.label}>
      <div className={featuresCss.characterHead}>
        {drawn?.gesture && <Drawing svg={drawn.gesture} hidden className={featuresCss.gesture} />}
        <button
          type="button"
          className={featuresCss.defined}
          onClick={() => setDefining(true)}
          title="How it is looked at and measured"
        >
          {c.label}
        </button>
        <span className={kitCss.soft}>{c.howTo}</span>
        {c.harm !== 'look' && c.harm !== 'touch' && (
          <span className={featuresCss.harm}>{c.harm}: mind the cautions at the right first</span>
        )}
      </div>
      <div className={featuresCss.characterBody}>
        {c.states.map((s) => (
          <button
            key={s.id}
            type="button"
            className={featuresCss.state}
            aria-pressed={chosen.includes(s.id)}
            // Not disabled: the focus must not fall to the page while a press is on its way.
            aria-disabled={busy || undefined}
            title="Hold Shift to add a second state of a variable plant"
            onClick={(e) => !busy && toggle(s.id, e.shiftKey || several)}
          >
            <TileOf svg={drawn?.tiles.find((t) => t.state === s.id)?.svg} />
            {s.label}
          </button>
        ))}
        {c.states.length > 2 && chosen.length > 0 && (
          <button
            type="button"
            className={kitCss.part}
            aria-pressed={several}
            title="A variable plant shows several: what is pressed next is added"
            onClick={() => setSeveral(!several)}
          >
            {several ? 'adding: done' : '+ another'}
          </button>
        )}
        {c.numeric && (
          <>
            <TileOf svg={drawn?.measure} />
            {parts.map((p, i) => (
              <button
                key={i}
                type="button"
                className={kitCss.part}
                title="Take this part out"
                aria-label={`${[p, recorded?.placeWords[i]].filter(Boolean).join(', ')}: take it out`}
                disabled={busy}
                onClick={() => take(i)}
              >
                {p}
                {recorded?.placeWords[i] && <i>{recorded.placeWords[i]}</i>} ×
              </button>
            ))}
            <form
              onSubmit={(e) => {
                e.preventDefault()
                entry.send(join)
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
                    onSuccess: (reading) => void join(reading, 'simulated calliper'),
                  })
                }
              >
                Simulated calliper
              </Button>
            )}
          </>
        )}
        <span className={kitCss.fill} />
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
                void send({ finding: 'hidden', hidden: r })
              }}
            >
              {reasons[r]}
            </MenuItem>
          ))}
          {c.canBeAbsent && (
            <MenuItem
              onClick={() => {
                setAnchor(null)
                void send({ finding: 'absent' })
              }}
            >
              looked for in season, and not there
            </MenuItem>
          )}
        </Menu>
      </div>
      {recorded && (
        <div className={featuresCss.characterSaid}>
          Recorded: {recorded.summary}
          <span className={kitCss.soft}>
            {' '}
            ·{' '}
            {[
              recorded.seen.certainty,
              recorded.seen.source !== 'attached' ? recorded.seen.source : '',
              recorded.seen.exposure,
              recorded.seen.position,
              recorded.seen.age && ageWords[recorded.seen.age],
              recorded.seen.tool && `with ${toolWords[recorded.seen.tool]}`,
              ...recorded.altered,
              recorded.recorder,
            ]
              .filter(Boolean)
              .join(', ')}
          </span>
          <Button color="inherit" onClick={() => void remove()} disabled={busy}>
            Remove
          </Button>
        </div>
      )}
      {samples.map((s) => (
        <SampleNote key={s.place} sample={s} />
      ))}
      {ratio && (
        <div className={featuresCss.sample}>
          Of the same parts: {ratio.entries.join(', ')}
          <Button
            color="inherit"
            disabled={busy}
            onClick={() =>
              void send({
                finding: 'sample',
                parts: ratio.entries,
                places: ratio.places.length > 0 ? ratio.places : null,
              })
            }
          >
            Record these ratios
          </Button>
        </div>
      )}
      {elsewhere.map((o) => (
        <div key={o.visit} className={kitCss.soft}>
          {day(o.seen.date)}: {o.summary}
        </div>
      ))}
      {recorded?.note && <div className={kitCss.soft}>Noted: {recorded.note}</div>}
      {note && <div className={kitCss.soft}>{note}</div>}
      <ProblemNote error={error ?? calliper.error} />
      {defining && <DefinitionDialog character={c} drawn={drawn} onClose={() => setDefining(false)} />}
    </div>
  )
}
