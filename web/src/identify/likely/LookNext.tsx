import { clsx } from 'clsx'
import { useState } from 'react'
import type { FieldKit } from '../../api/choices'
import type { BenchAnswer, Certainty, HarmLevel, Organ, Suggestion, Tool } from '../../api/types'
import { gain, percent, words } from '../../kit/format'
import { TaxonText } from '../../kit/TaxonText'
import { harmWords, outcomeKeys, sureness, toolWords } from '../../kit/toolWords'
import kitCss from '../../kit/kit.module.css'
import likelyCss from './likely.module.css'

interface Props {
  bench: BenchAnswer
  kit: FieldKit
  busy: boolean
  onKit: (fieldKit: FieldKit) => void
  onLook: (organ: Organ) => void
  onRecord: (character: string, state: string, certainty: Certainty) => void
}

const tools: Tool[] = ['handLens', 'ruler', 'knife']
/** States offered at once; the rest stand behind "more". */
const fewOutcomes = 6
const harms: HarmLevel[] = ['look', 'touch', 'crush', 'detach', 'cut']

function Chips({
  suggestion: s,
  keyed,
  busy,
  onRecord,
}: {
  suggestion: Suggestion
  keyed: boolean
  busy: boolean
  onRecord: Props['onRecord']
}) {
  const [all, setAll] = useState(false)
  const shown = all ? s.outcomes : s.outcomes.slice(0, fewOutcomes)
  return (
    <div className={likelyCss.outcomes} role="group" aria-label={`Record ${s.label.toLowerCase()}`}>
      {shown.map((p, i) => (
        <button
          key={p.state}
          type="button"
          aria-disabled={busy || undefined}
          onClick={() => !busy && onRecord(s.character, p.state, sureness(s.purpose))}
          title={`Seen in ${percent(p.chance)}; then ${p.leads?.name ?? 'outside the guide'} leads with ${percent(p.mass)}`}
        >
          {p.label}
          {keyed && outcomeKeys[i] && <kbd>{outcomeKeys[i]}</kbd>}
        </button>
      ))}
      {shown.length < s.outcomes.length && (
        <button type="button" onClick={() => setAll(true)}>
          {s.outcomes.length - shown.length} more
        </button>
      )}
    </div>
  )
}

/** What a look is for, in words. */
function Purpose({ suggestion: s, leading }: { suggestion: Suggestion; leading: string }) {
  if (s.purpose === 'again')
    return (
      <>
        {' '}
        · speaks against <TaxonText name={leading} />: look once more
      </>
    )
  if (s.purpose === 'tests')
    return (
      <>
        {' '}
        · would show it, were this not <TaxonText name={leading} />
      </>
    )
  return s.parts.length === 2 ? (
    <>
      {' '}
      · parts <TaxonText name={s.parts[0]?.name ?? ''} /> from <TaxonText name={s.parts[1]?.name ?? ''} />
    </>
  ) : null
}

/** What to look at next: effort, tool, whom it parts, and what each thing seen would settle; a key records it. */
export function LookNext({ bench, kit, busy, onKit, onLook, onRecord }: Props) {
  return (
    <>
      <h2>
        Look next <small>what tells most for the time</small>
      </h2>
      {bench.lookNext.length > 0 ? (
        <ol className={clsx(kitCss.box, likelyCss.look)}>
          {bench.lookNext.map((s, i) => (
            <li key={s.character}>
              <button type="button" onClick={() => onLook(s.organ)} title={s.howTo}>
                <b>{s.label}</b> {i === 0 && <kbd>L</kbd>}
                <small>
                  {s.effortSeconds} s, {words(s.tool)}, {gain(s.bits)}
                  <Purpose suggestion={s} leading={bench.likelyNames.names[0]?.name.name ?? ''} />
                </small>
              </button>
              {s.outcomes.length > 0 && (
                <Chips suggestion={s} keyed={i === 0} busy={busy} onRecord={onRecord} />
              )}
            </li>
          ))}
        </ol>
      ) : (
        <p className={kitCss.soft}>Nothing that shows today and is allowed here would tell more.</p>
      )}
      <details className={likelyCss.counts}>
        <summary>
          With me:{' '}
          {tools
            .filter((t) => kit.tools.includes(t))
            .map((t) => toolWords[t])
            .join(', ') || 'no tools'}{' '}
          · allowed: {harmWords[kit.harm]}
        </summary>
        <div className={kitCss.row}>
          {tools.map((t) => (
            <label key={t}>
              <input
                type="checkbox"
                checked={kit.tools.includes(t)}
                onChange={() =>
                  onKit({
                    ...kit,
                    tools: kit.tools.includes(t) ? kit.tools.filter((x) => x !== t) : [...kit.tools, t],
                  })
                }
              />
              {toolWords[t]}
            </label>
          ))}
        </div>
        <label>
          The landowner, the law and my permit allow{' '}
          <select value={kit.harm} onChange={(e) => onKit({ ...kit, harm: e.target.value as HarmLevel })}>
            {harms.map((h) => (
              <option key={h} value={h}>
                {harmWords[h]}
              </option>
            ))}
          </select>
        </label>
      </details>
    </>
  )
}
