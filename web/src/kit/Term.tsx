import { Popover } from '@mui/material'
import { useState } from 'react'
import { useGuide } from '../api/queries'
import { StateTile } from './StateTile'
import kitCss from './kit.module.css'

/** A word of the guide that opens its explanation. */
export function Term({ id }: { id: string }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const guide = useGuide().data
  const term = guide?.terms.find((t) => t.id === id)
  const shown = guide?.characters.find((c) => c.states.some((s) => s.term === id))
  if (!term) return null
  return (
    <>
      <button
        type="button"
        className={kitCss.term}
        onClick={(e) => setAnchor(e.currentTarget)}
        aria-haspopup="dialog"
      >
        {term.label.toLowerCase()}
      </button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <div className={kitCss.termCard}>
          {anchor && shown && (
            <StateTile character={shown.id} state={shown.states.find((s) => s.term === id)?.id} />
          )}
          <b>{term.label}</b> <span>{term.plain}</span>
          <p>{term.definition}</p>
        </div>
      </Popover>
    </>
  )
}
