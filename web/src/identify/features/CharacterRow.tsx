import { Button } from '@mui/material'
import { memo, useState } from 'react'
import type { FeatureChange } from '../../api/queries'
import type {
  CharacterTiles,
  CharacterView,
  ObservationInput,
  ObservationView,
  RatioOffer,
  SampleView,
} from '../../api/types'
import { Drawing } from '../../kit/Drawing'
import { day } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { CannotBeSeen } from './CannotBeSeen'
import { CharacterTile } from './CharacterTile'
import { DefinitionDialog } from './DefinitionDialog'
import { featureInput } from './featureInput'
import { inManner, type Manner } from './manner'
import { KeptHere } from './KeptHere'
import { NumberEntry } from './NumberEntry'
import { RecordedLine } from './RecordedLine'
import { SampleNote } from './SampleNote'
import { StateTiles } from './StateTiles'
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
  const [defining, setDefining] = useState(false)
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
  const choose = (states: string[]) => {
    if (states.length === 0) void remove()
    else void send({ finding: 'states', states })
  }
  const parts = recorded?.parts ?? []
  const places = recorded?.places ?? []
  const join = (typed: string, note?: string) =>
    send({ finding: 'sample', entry: typed, note: note ?? null }, true)
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
        <StateTiles character={c} drawn={drawn} chosen={chosen} busy={busy} onChoose={choose} />
        {c.numeric && (
          <>
            <CharacterTile svg={drawn?.measure} />
            <NumberEntry
              character={c}
              slot={slot}
              recorded={recorded}
              busy={busy}
              onJoin={join}
              onTakeOut={take}
            />
          </>
        )}
        <span className={kitCss.fill} />
        <CannotBeSeen
          busy={busy}
          onHidden={(hidden) => void send({ finding: 'hidden', hidden })}
          onAbsent={c.canBeAbsent ? () => void send({ finding: 'absent' }) : null}
        />
      </div>
      <KeptHere character={c} visit={slot.split('/')[1] ?? ''} />
      {recorded && <RecordedLine recorded={recorded} busy={busy} onRemove={() => void remove()} />}
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
      <ProblemNote error={error} />
      {defining && <DefinitionDialog character={c} drawn={drawn} onClose={() => setDefining(false)} />}
    </div>
  )
}
