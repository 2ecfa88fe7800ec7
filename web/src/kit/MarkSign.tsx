import { clsx } from 'clsx'
import type { Marking } from '../api/types'
import kitCss from './kit.module.css'

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
      className={clsx(kitCss.mark, kitCss[`mark-${marking.mark}`], marking.weak && kitCss.markWeak)}
      role="img"
      aria-label={full}
      title={full}
    >
      {sign}
    </span>
  )
}
