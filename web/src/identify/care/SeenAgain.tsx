import type { FeatureChange } from '../../api/types'
import { day } from '../../kit/format'
import kitCss from '../../kit/kit.module.css'
import careCss from './care.module.css'

const verdicts = { unexplained: 'not expected', expected: 'expected' } as const

/** What was looked at on more than one visit: what changed, and whether that was to be expected. */
export function SeenAgain({ changes }: { changes: FeatureChange[] }) {
  if (changes.length === 0) return null
  const changed = changes.flatMap((c) => (c.kind === 'same' ? [] : [{ ...c, kind: c.kind }]))
  const same = [...new Set(changes.filter((c) => c.kind === 'same').map((c) => c.label.toLowerCase()))]
  return (
    <section aria-label="Seen again">
      <h3>Seen again</h3>
      <ul>
        {changed.map((c) => (
          <li key={`${c.character} ${c.before}`} className={careCss[`change-${c.kind}`]}>
            <b>{c.label}</b>: {c.was} on {day(c.before)}, {c.is} on {day(c.after)}: <b>{verdicts[c.kind]}</b>.{' '}
            <span className={kitCss.soft}>{c.because}</span>
          </li>
        ))}
        {same.length > 0 && <li className={kitCss.soft}>As before: {same.join(', ')}.</li>}
      </ul>
    </section>
  )
}
