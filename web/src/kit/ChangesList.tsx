import type { Correction } from '../api/types'

/** What was put right of something: who did it, when, what it was and what it became. */
export function ChangesList({ changes }: { changes: Correction[] }) {
  return (
    <ul className="changes-list">
      {changes.map((h) => (
        <li key={h.at}>
          {new Date(h.at).toLocaleString()}, {h.by}: {h.what}
          {h.changes.map((c) => (
            <div key={c.label} className="soft">
              {c.label}: {c.before && `“${c.before}” → `}“{c.after}”
            </div>
          ))}
        </li>
      ))}
    </ul>
  )
}
