import type { Marking } from '../api/types'
import './MarkSign.css'

const shown = {
  agrees: { sign: '=', text: 'agrees with what was recorded' },
  conflicts: { sign: '≠', text: 'conflicts with what was recorded' },
  notSeen: { sign: '', text: 'not seen yet' },
} as const

/** How what was recorded stands to a claim: by sign and shape, never by colour alone. */
export function MarkSign({ marking }: { marking: Marking }) {
  const { sign, text } = shown[marking.mark]
  const full = `${text}${marking.because ? `: ${marking.because}` : ''}${marking.weak ? ' (not surely seen)' : ''}`
  return (
    <span
      className={`mark mark-${marking.mark}${marking.weak ? ' mark-weak' : ''}`}
      role="img"
      aria-label={full}
      title={full}
    >
      {sign}
    </span>
  )
}
