import type { Correction } from '../api/types'
import kitCss from './kit.module.css'

/** What was put right of something: who did it, when, what it was and what it became. */
export function ChangesList({ changes }: { changes: Correction[] }) {
  return (
    <ul>
      {changes.map((h) => (
        <li key={h.at}>
          {new Date(h.at).toLocaleString()}, {h.by}: {h.what}
          {h.changes.map((c) => (
            <div key={c.label} className={kitCss.soft}>
              {c.label}: {c.before && `“${c.before}” → `}“{c.after}”
            </div>
          ))}
        </li>
      ))}
    </ul>
  )
}
